// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Plans of building models: what is written has the form of the standard and is read again to the same programme; what
// others write is read as far as it goes, and what is not understood is told.
#include "core/model/resource_book.h"
#include "core/model/words.h"
#include "store/file.h"
#include "store/ifc.h"
#include "store/json.h"
#include "store/step.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTemporaryDir>
#include <QTest>

#include <fstream>
#include <map>
#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// How many attributes each type has: ISO 16739-1:2018, by heart; no library to hold it against is at hand.
const std::map<std::string, std::size_t>& attributes() {
    static const std::map<std::string, std::size_t> counts{{"IFCSIUNIT", 4},
                                                           {"IFCMONETARYUNIT", 1},
                                                           {"IFCUNITASSIGNMENT", 1},
                                                           {"IFCPROJECT", 9},
                                                           {"IFCWORKSCHEDULE", 14},
                                                           {"IFCRELDECLARES", 6},
                                                           {"IFCTIMEPERIOD", 2},
                                                           {"IFCWORKTIME", 6},
                                                           {"IFCRECURRENCEPATTERN", 8},
                                                           {"IFCWORKCALENDAR", 9},
                                                           {"IFCPROPERTYSINGLEVALUE", 4},
                                                           {"IFCPROPERTYSET", 5},
                                                           {"IFCRELDEFINESBYPROPERTIES", 6},
                                                           {"IFCTASK", 13},
                                                           {"IFCTASKTIME", 20},
                                                           {"IFCRELASSIGNSTOCONTROL", 7},
                                                           {"IFCRELASSIGNSTOPROCESS", 8},
                                                           {"IFCRELNESTS", 6},
                                                           {"IFCRELSEQUENCE", 9},
                                                           {"IFCLAGTIME", 5},
                                                           {"IFCCOSTVALUE", 10},
                                                           {"IFCCOSTITEM", 9},
                                                           {"IFCRESOURCETIME", 18},
                                                           {"IFCQUANTITYCOUNT", 5},
                                                           {"IFCLABORRESOURCE", 11},
                                                           {"IFCCONSTRUCTIONEQUIPMENTRESOURCE", 11},
                                                           {"IFCCONSTRUCTIONMATERIALRESOURCE", 11},
                                                           {"IFCSUBCONTRACTRESOURCE", 11},
                                                           {"IFCCREWRESOURCE", 11}};
    return counts;
}

std::string written(const Programme& programme) {
    const Schedule dates = schedule(programme);
    if (!dates.ok()) qFatal("%s", dates.errors.front().sentence().c_str());
    return ifcOf(programme, dates);
}

IfcReading readBack(const std::string& bytes) {
    auto reading = ifcIn(bytes);
    if (!reading.ok()) qFatal("%s", reading.error().sentence().c_str());
    return std::move(*reading);
}

/// A file of another program: its rows between head and foot.
std::string ofOthers(const std::string& rows, const std::string& schema = "IFC4X3_ADD2") {
    return "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('job.ifc','2027-01-01T00:00:00',(''),"
           "(''),'Other','Other 1.0','');\nFILE_SCHEMA(('" +
           schema + "'));\nENDSEC;\nDATA;\n" + rows + "ENDSEC;\nEND-ISO-10303-21;\n";
}

/// Two tasks of five and three days, the second after the first, on Monday to Friday 8 to 16.
const std::string twoTasks =
    "#1=IFCPROJECT('0',$,'Footbridge',$,$,$,$,$,$);\n"
    "#2=IFCWORKSCHEDULE('1',$,'Plan',$,$,$,'2027-02-01T00:00:00',$,$,$,$,'2027-03-01T08:00:00',$,.PLANNED.);\n"
    "#3=IFCTASKTIME($,$,$,.WORKTIME.,'P5D','2027-03-01T08:00:00','2027-03-05T16:00:00',$,$,$,$,$,$,$,$,$,$,$,$,$);\n"
    "#4=IFCTASK('2',$,'Piles',$,$,'10',$,$,$,.F.,$,#3,.CONSTRUCTION.);\n"
    "#5=IFCTASKTIME($,$,$,.WORKTIME.,'P3D','2027-03-08T08:00:00','2027-03-10T16:00:00',$,$,$,$,$,$,$,$,$,$,$,$,$);\n"
    "#6=IFCTASK('3',$,'Caps',$,$,'20',$,$,$,.F.,$,#5,.CONSTRUCTION.);\n"
    "#7=IFCTIMEPERIOD('08:00:00','16:00:00');\n"
    "#8=IFCRECURRENCEPATTERN(.WEEKLY.,$,(1,2,3,4,5),$,$,1,$,(#7));\n"
    "#9=IFCWORKTIME('week',$,$,#8,$,$);\n"
    "#10=IFCWORKCALENDAR('4',$,'Site',$,$,'S',(#9),$,.FIRSTSHIFT.);\n"
    "#11=IFCRELASSIGNSTOCONTROL('5',$,$,$,(#4,#6),$,#10);\n";
const std::string follows = "#12=IFCRELSEQUENCE('6',$,$,$,#4,#6,$,.FINISH_START.,$);\n";

std::string with(std::string text, const std::string& from, const std::string& to) {
    const std::size_t at = text.find(from);
    if (at == std::string::npos) qFatal("%s is not there", from.c_str());
    return text.replace(at, from.size(), to);
}

std::string told(const IfcReading& reading) {
    std::string all;
    for (const std::string& note : reading.notes) all += note + "\n";
    return all;
}

/// A job with one of everything that the standard holds.
Programme ofEverything() {
    Builder job;
    Programme& p = job.programme;
    p.job.title = "Pontoon at Lorne's \"North\" ü€𝄞";
    BreakdownNode marine{p.breakdown.freshId(), "M", "Marine", {}, "A"};
    p.breakdown.append(marine);
    BreakdownNode piles{p.breakdown.freshId(), "P", "Piles", marine.id, {}};
    p.breakdown.append(piles);
    BreakdownNode empty{p.breakdown.freshId(), "E", "Nothing yet", {}, {}};
    p.breakdown.append(empty);
    job.milestone("S", ActivityKind::startMilestone).task("A", 5).task("B", 3).task("C", 4).milestone("F");
    job.link("S", "A").link("A", "B", LinkType::ss, 960).link("B", "C", LinkType::ff, -480, LagCalendar::successor);
    job.link("B", "F", LinkType::fs, 1440, LagCalendar::continuous).link("C", "F", LinkType::sf, 480);
    job.change("A", [&](Activity& a) {
        a.breakdown = piles.id;
        a.notes = "Drive to refusal";
        a.responsible = "A. Lorne";
        a.actualStart = *parseInstant("2027-03-01T08:00");
        a.remaining = 3 * 480;
        a.lumpSums = {{CostHead::plant, 1250, SpreadAt::start, "Barge"}};
    });
    job.change("B", [&](Activity& a) {
        a.breakdown = marine.id;
        a.calendar = Builder::six;
        a.deadline = *parseDateOrInstant("2027-03-20");
    });
    job.constrain("C", ConstraintType::startNotBefore, "2027-03-09T10:00");
    Activity hire;
    hire.key = "H";
    hire.name = "Crane on hire";
    hire.kind = ActivityKind::hammock;
    hire.from = {{job.id("A"), End::start, 0}, {job.id("B"), End::start, -480}};
    hire.to = {{job.id("C"), End::finish, 480}};
    hire.costPerWeek = Decimal(4200);
    job.add(hire);
    p.job.dataDate = *parseInstant("2027-03-03T08:00");
    Resource diver;
    diver.id = ResourceId{1};
    diver.key = "R1";
    diver.name = "Diver";
    diver.rate = Decimal(4850, 2);
    diver.rates = {{dateFrom(2027, 4, 1), Decimal(50)}};
    p.resources.append(diver);
    Resource steel;
    steel.id = ResourceId{2};
    steel.key = "R2";
    steel.name = "Steel";
    steel.kind = ResourceKind::material;
    steel.unit = "t";
    steel.rate = Decimal(900);
    steel.ratePer = RatePer::unit;
    p.resources.append(steel);
    job.change("B", [](Activity& a) { a.needs = {{ResourceId{1}, Decimal(15, 1), {}}, {ResourceId{2}, {}, 12}}; });
    Calendar night;
    night.id = CalendarId{9};
    night.key = "N";
    night.name = "Night shift";
    for (std::size_t day = 0; day < 5; ++day) night.week[day] = DayWork{{20 * 60, 30 * 60}};
    night.week[5] = night.week[6] = DayWork{};
    night.dayMinutes = 600;
    night.exceptions = {{dateFrom(2027, 3, 29), dateFrom(2027, 4, 5), false, {}, "Easter"},
                        {dateFrom(2027, 4, 10), dateFrom(2027, 4, 10), false, {{480, 720}}, "Extra"}};
    p.calendars.append(night);
    job.change("C", [](Activity& a) { a.calendar = CalendarId{9}; });
    return p;
}

} // namespace

class IfcTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    void sameDates(const Programme& p, const Programme& q) {
        const Schedule a = schedule(p), b = schedule(q);
        QVERIFY2(b.ok(), b.ok() ? "" : b.errors.front().sentence().c_str());
        for (std::size_t i = 0; i < p.activities.size(); ++i) {
            const std::string& key = p.activities[i].key;
            QCOMPARE(isoInstant(b.activities[i].earlyStart) + " " + key,
                     isoInstant(a.activities[i].earlyStart) + " " + key);
            QCOMPARE(isoInstant(b.activities[i].earlyFinish) + " " + key,
                     isoInstant(a.activities[i].earlyFinish) + " " + key);
            QVERIFY2(a.activities[i].totalFloat == b.activities[i].totalFloat, key.c_str());
        }
    }

private slots:
    /// Every row has as many attributes as its type, every reference leads somewhere, every identity stands once.
    void itsForm() {
        const std::string bytes = written(ofEverything());
        for (const char c : bytes) QVERIFY(c == '\n' || (c >= 0x20 && c < 0x7f));
        const auto file = readStep(bytes, [](std::string_view) { return true; });
        QVERIFY2(file.ok(), file.ok() ? "" : file.error().sentence().c_str());
        QCOMPARE(file->schemas, std::vector<std::string>{"IFC4"});
        std::set<std::string> identities;
        for (const StepRow& row : file->rows) {
            const auto known = attributes().find(row.type);
            QVERIFY2(known != attributes().end(), row.type.c_str());
            QVERIFY2(row.values.size() == known->second, row.type.c_str());
            for (const StepValue& value : row.values) {
                if (value.kind == StepValue::Kind::reference) QVERIFY(file->row(value.reference));
                for (const StepValue& item : value.items)
                    if (item.kind == StepValue::Kind::reference) QVERIFY(file->row(item.reference));
            }
            if (row.at(0).kind == StepValue::Kind::text && row.at(0).text.size() == 22)
                QVERIFY2(identities.insert(row.at(0).text).second, row.at(0).text.c_str());
        }
        QVERIFY(identities.size() > 20);
        QCOMPARE(written(ofEverything()), bytes); // nothing of it hangs on when it is written
    }

    /// What it holds comes back row by row.
    void thereAndBack() {
        const Programme p = ofEverything();
        const IfcReading reading = readBack(written(p));
        QVERIFY2(reading.notes.empty(), told(reading).c_str());
        const Programme& q = reading.programme;
        QCOMPARE(q.job.title, p.job.title);
        QCOMPARE(q.job.currency, p.job.currency);
        QVERIFY(q.job.start == p.job.start && q.job.dataDate == p.job.dataDate);
        QCOMPARE(q.breakdown.size(), p.breakdown.size());
        for (std::size_t i = 0; i < p.breakdown.size(); ++i) {
            QCOMPARE(q.breakdown[i].key, p.breakdown[i].key);
            QCOMPARE(q.breakdown[i].name, p.breakdown[i].name);
            QVERIFY(q.breakdown[i].code == p.breakdown[i].code);
            const auto *a = q.breakdown.row(q.breakdown[i].parent), *b = p.breakdown.row(p.breakdown[i].parent);
            QCOMPARE(a ? a->key : "", b ? b->key : "");
        }
        QCOMPARE(q.activities.size(), p.activities.size());
        const auto calendarKey = [](const Programme& of, CalendarId id) {
            const Calendar* row = of.calendars.row(id);
            return row ? row->key : std::string();
        };
        for (std::size_t i = 0; i < p.activities.size(); ++i) {
            const Activity &a = q.activities[i], &b = p.activities[i];
            QCOMPARE(a.key, b.key);
            QCOMPARE(a.name, b.name);
            QVERIFY(a.kind == b.kind && a.notes == b.notes && a.responsible == b.responsible);
            QCOMPARE(calendarKey(q, calendarOf(q, a)), calendarKey(p, calendarOf(p, b)));
            QVERIFY2(a.constraint == b.constraint && a.deadline == b.deadline, a.key.c_str());
            QVERIFY(a.actualStart == b.actualStart && a.actualFinish == b.actualFinish && a.remaining == b.remaining);
            QVERIFY(a.needs == b.needs && a.lumpSums == b.lumpSums && a.costPerWeek == b.costPerWeek);
            QCOMPARE(a.from.size(), b.from.size());
            QCOMPARE(a.to.size(), b.to.size());
        }
        QCOMPARE(q.links.size(), p.links.size());
        for (std::size_t i = 0; i < p.links.size(); ++i) {
            QVERIFY(q.links[i].type == p.links[i].type && q.links[i].lag == p.links[i].lag);
            QVERIFY(q.links[i].lagCalendar == p.links[i].lagCalendar);
        }
        QCOMPARE(q.resources.size(), p.resources.size());
        for (std::size_t i = 0; i < p.resources.size(); ++i) QVERIFY(q.resources[i] == p.resources[i]);
        sameDates(p, q);
        // Again it is the same file, but for the days of calendars that nothing names any more.
        QCOMPARE(told(readBack(written(q))), std::string());
    }

    /// Whatever the links, lags and calendars, every date and float comes back.
    void randomProgrammes() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            Programme p = randomProgramme(seed, {.activities = 24});
            if (!schedule(p).ok()) continue;
            sameDates(p, readBack(written(p)).programme);
            if (QTest::currentTestFailed()) qFatal("seed %u", seed);
        }
    }

    /// The demo: everything is there, work not begun takes as long as it does, and what is lost is told.
    void theDemo() {
        const auto demo = readProgramme(DEMO);
        QVERIFY(demo.ok());
        const Schedule now = schedule(*demo);
        const IfcReading reading = readBack(ifcOf(*demo, now));
        QVERIFY2(reading.notes.empty(), told(reading).c_str());
        const Programme& q = reading.programme;
        QVERIFY(q.activities.size() == demo->activities.size() && q.links.size() == demo->links.size());
        QCOMPARE(q.breakdown.size(), demo->breakdown.size());
        for (std::size_t i = 0; i < q.activities.size(); ++i)
            if (q.activities[i].kind == ActivityKind::task && !q.activities[i].actualStart)
                QVERIFY2(q.activities[i].duration == now.activities[i].duration, q.activities[i].key.c_str());
        QVERIFY(schedule(q).ok());
        std::string lost;
        for (const std::string& line : notInIfc(*demo)) lost += line + "\n";
        QVERIFY2(lost.find(std::to_string(demo->events.size()) + " events of delay") != std::string::npos,
                 lost.c_str());
    }

    /// Days, weeks and hours; dates where there is no duration; what nothing leads to holds its date.
    void ofOtherPrograms() {
        const IfcReading two = readBack(ofOthers(twoTasks + follows));
        QVERIFY2(two.notes.empty(), told(two).c_str());
        const Programme& p = two.programme;
        QCOMPARE(p.job.title, std::string("Footbridge"));
        QCOMPARE(p.calendars.size(), std::size_t(1));
        QVERIFY(p.calendars[0].dayMinutes == 480);
        QCOMPARE(*p.activities[0].duration, Minutes(5 * 480));
        const Schedule found = schedule(p);
        QCOMPARE(dates(p, found, "20"), std::string("2027-03-08T08:00 2027-03-10T16:00"));
        // A week is that of the calendar, and a lag of a fifth is a day of five.
        std::string other = twoTasks + "#20=IFCLAGTIME($,$,$,IFCRATIOMEASURE(0.2),.WORKTIME.);\n"
                                       "#21=IFCRELSEQUENCE('6',$,$,$,#4,#6,#20,.FINISH_START.,$);\n";
        other = with(other, "'P3D'", "'P1W'");
        const IfcReading lagged = readBack(ofOthers(other));
        QVERIFY2(told(lagged).find("share of the work before it") != std::string::npos, told(lagged).c_str());
        QVERIFY2(told(lagged).find("1 task starts on another day than the file says, at most 1 calendar day ") !=
                     std::string::npos,
                 told(lagged).c_str());
        QCOMPARE(dates(lagged.programme, schedule(lagged.programme), "20"),
                 std::string("2027-03-09T08:00 2027-03-15T16:00"));
        // Without the sequence the second holds its start; without a duration it is worked out.
        std::string loose = twoTasks;
        loose = with(loose, "'P3D'", "$");
        const IfcReading held = readBack(ofOthers(loose));
        QCOMPARE(dates(held.programme, schedule(held.programme), "20"),
                 std::string("2027-03-08T08:00 2027-03-10T16:00"));
        QVERIFY2(told(held).find("1 duration is worked out from dates") != std::string::npos, told(held).c_str());
        QVERIFY2(told(held).find("1 task that nothing leads to starts no earlier") != std::string::npos,
                 told(held).c_str());
    }

    /// Holidays, weekdays of a month, shortened days and nights.
    void calendarsOfOthers() {
        const std::string days = "#30=IFCWORKTIME('Shut',$,$,$,'2027-03-02','2027-03-03');\n"
                                 "#31=IFCRECURRENCEPATTERN(.YEARLY_BY_DAY_OF_MONTH.,(4),$,(3),$,$,$,$);\n"
                                 "#32=IFCWORKTIME('Founding day',$,$,#31,$,$);\n"
                                 "#33=IFCTIMEPERIOD('12:00:00','00:00:00');\n"
                                 "#34=IFCRECURRENCEPATTERN(.DAILY.,$,$,$,$,$,$,(#33));\n"
                                 "#35=IFCWORKTIME('Half day',$,$,#34,'2027-03-05','2027-03-05');\n"
                                 "#36=IFCRECURRENCEPATTERN(.MONTHLY_BY_DAY_OF_MONTH.,(1),$,$,$,$,$,$);\n"
                                 "#37=IFCWORKTIME('Stock',$,$,#36,$,$);\n";
        std::string file = twoTasks + days + follows;
        file = with(file, "(#9),$,.FIRSTSHIFT.", "(#9),(#30,#32,#35,#37),.FIRSTSHIFT.");
        const IfcReading reading = readBack(ofOthers(file));
        // 1 March works, 2 to 4 do not, 5 half: five days end on the 11th at noon.
        QCOMPARE(dates(reading.programme, schedule(reading.programme), "10"),
                 std::string("2027-03-01T08:00 2027-03-11T12:00"));
        QVERIFY2(told(reading).find("#36") != std::string::npos, told(reading).c_str());
        QCOMPARE(reading.programme.calendars[0].exceptions.size(), std::size_t(3));
    }

    /// Groups, sequences of groups, a second schedule, a task without an id, progress.
    void whatIsTold() {
        const std::string more =
            "#40=IFCTASK('7',$,'Substructure',$,$,$,$,$,$,.F.,$,$,.NOTDEFINED.);\n"
            "#41=IFCRELNESTS('8',$,$,$,#40,(#4,#6));\n"
            "#42=IFCTASK('9',$,'Handover',$,$,$,$,$,$,.T.,$,$,.NOTDEFINED.);\n"
            "#43=IFCRELSEQUENCE('a',$,$,$,#40,#42,$,.FINISH_START.,$);\n"
            "#44=IFCRELSEQUENCE('b',$,$,$,#6,#42,$,$,$);\n"
            "#45=IFCRELASSIGNSTOCONTROL('c',$,$,$,(#40,#42),$,#2);\n"
            "#46=IFCWORKSCHEDULE('d',$,'Old plan',$,$,$,'2026-02-01T00:00:00',$,$,$,$,$,$,.BASELINE.);\n"
            "#47=IFCTASK('e',$,'Gone',$,$,'99',$,$,$,.F.,$,$,.NOTDEFINED.);\n"
            "#48=IFCRELASSIGNSTOCONTROL('f',$,$,$,(#47),$,#46);\n"
            "#49=IFCPROCEDURE('g',$,'Permit',$,$,$,$,.USERDEFINED.);\n";
        std::string file = twoTasks + follows + more;
        // The first has begun, two fifths are done.
        file = with(file, "'2027-03-05T16:00:00',$,$,$,$,$,$,$,$,$,$,$,$,$)",
                    "'2027-03-05T16:00:00',$,$,$,$,$,$,$,$,$,'2027-03-02T08:00:00',$,$,0.4)");
        const IfcReading reading = readBack(ofOthers(file));
        const Programme& p = reading.programme;
        QCOMPARE(p.activities.size(), std::size_t(3));
        QCOMPARE(p.breakdown.size(), std::size_t(1));
        QVERIFY(p.activities[0].breakdown == p.breakdown[0].id && !p.activities[2].breakdown);
        QVERIFY(p.activities[2].kind == ActivityKind::finishMilestone);
        QCOMPARE(*p.activities[0].remaining, Minutes(3 * 480));
        QCOMPARE(isoInstant(*p.job.dataDate), std::string("2027-03-02T08:00"));
        for (const char* word :
             {"\"Old plan\" is left out", "from \"Substructure\" to \"Handover\" is of groups, and stands as 1 link of",
              "taken as finish to start", "1 task has no id of its own", "1 procedure is left out",
              "its data date is not stated", "worked out from its share done"})
            QVERIFY2(told(reading).find(word) != std::string::npos, (word + ("\n" + told(reading))).c_str());
    }

    /// Any of several schedules can be read; which is shown first does not hang on the order of rows. A task that
    /// stands in both is in both.
    void schedules() {
        const std::string older =
            "#46=IFCWORKSCHEDULE('d',$,'Old plan',$,$,$,'2026-02-01T00:00:00',$,$,$,$,$,$,.BASELINE.);\n"
            "#47=IFCTASK('e',$,'Gone',$,$,'99',$,$,$,.F.,$,$,.NOTDEFINED.);\n"
            "#48=IFCRELASSIGNSTOCONTROL('f',$,$,$,(#47,#4),$,#46);\n"
            "#45=IFCRELASSIGNSTOCONTROL('c',$,$,$,(#4,#6),$,#2);\n";
        for (const std::string& file : {twoTasks + follows + older, older + twoTasks + follows}) {
            const IfcReading first = readBack(ofOthers(file));
            QCOMPARE(first.schedules.size(), std::size_t(2));
            QCOMPARE(first.schedules[0].name, std::string("Old plan"));
            QVERIFY(first.schedules[0].tasks == 2 && first.schedules[1].tasks == 2 && first.taken == 1);
            QVERIFY(first.programme == readBack(ofOthers(twoTasks + follows)).programme);
            const auto other = ifcIn(ofOthers(file), 0);
            QVERIFY(other.ok() && other->taken == 0);
            std::set<std::string> names;
            for (const Activity& one : other->programme.activities) names.insert(one.name);
            QCOMPARE(names, (std::set<std::string>{"Gone", "Piles"}));
            QVERIFY(other->programme.links.empty());
            QVERIFY2(told(*other).find("\"Plan\" is left out") != std::string::npos, told(*other).c_str());
            const auto none = ifcIn(ofOthers(file), 2);
            QVERIFY(!none.ok());
            QVERIFY2(none.error().sentence() == "it holds no schedule 3; it holds 2", none.error().sentence().c_str());
        }
    }

    /// Sequences of groups. Piles takes five days from the 1st, Caps three from the 8th, both lie in a group; what
    /// waits for the group comes after the later of them, and what the group waits for before the earlier.
    void groups() {
        const std::string group = "#40=IFCTASK('7',$,'Substructure',$,$,$,$,$,$,.F.,$,$,.NOTDEFINED.);\n"
                                  "#41=IFCRELNESTS('8',$,$,$,#40,(#4,#6));\n"
                                  "#42=IFCTASK('9',$,'Gate',$,$,'30',$,$,$,.T.,$,$,.NOTDEFINED.);\n"
                                  "#50=IFCLAGTIME($,$,$,IFCDURATION('P1D'),.WORKTIME.);\n";
        const auto linked = [&](const std::string& rows) {
            const IfcReading reading = readBack(ofOthers(twoTasks + group + rows));
            std::multiset<std::string> links;
            for (const Link& one : reading.programme.links)
                links.insert(reading.programme.activities.row(one.from)->key + ">" +
                             reading.programme.activities.row(one.to)->key + " " + std::string(wordOf(one.type)) + " " +
                             std::to_string(one.lag));
            std::string all;
            for (const std::string& one : links) all += one + "; ";
            return std::pair(all, told(reading));
        };
        const std::string after = "#43=IFCRELSEQUENCE('a',$,$,$,#40,#42,#50,.FINISH_START.,$);\n";
        const std::string before = "#43=IFCRELSEQUENCE('a',$,$,$,#42,#40,#50,.START_START.,$);\n";
        QVERIFY2(linked(after).first == "10>30 FS 480; 20>30 FS 480; ",
                 (linked(after).first + "\n" + linked(after).second).c_str());
        QCOMPARE(linked(before).first, std::string("30>10 SS 480; 30>20 SS 480; "));
        const Programme p = readBack(ofOthers(twoTasks + group + after)).programme;
        QCOMPARE(dates(p, schedule(p), "30"), std::string("2027-03-11T16:00 2027-03-11T16:00"));
        // Of tasks that follow each other only the last, or the first, is bound; a lead or another type covers none.
        QCOMPARE(linked(follows + after).first, std::string("10>20 FS 0; 20>30 FS 480; "));
        QCOMPARE(linked(follows + before).first, std::string("10>20 FS 0; 30>10 SS 480; "));
        QCOMPARE(linked(with(follows, "FINISH_START", "START_START") + after).first,
                 std::string("10>20 SS 0; 10>30 FS 480; 20>30 FS 480; "));
        QCOMPARE(linked(with(follows, "FINISH_START", "FINISH_FINISH") + before).first,
                 std::string("10>20 FF 0; 30>10 SS 480; 30>20 SS 480; "));
        // The rows' order decides nothing.
        QCOMPARE(linked(after + follows).first, linked(follows + after).first);
        // What no links say is left out and told.
        const auto leftOut = [&](const std::string& rows, const char* why) {
            const auto [links, notes] = linked(follows + rows);
            if (links != "10>20 FS 0; " || notes.find(why) == std::string::npos)
                qFatal("%s%s", links.c_str(), notes.c_str());
        };
        leftOut("#43=IFCRELSEQUENCE('a',$,$,$,#40,#42,$,.START_START.,$);\n", "it waits for the start of a group");
        leftOut("#43=IFCRELSEQUENCE('a',$,$,$,#42,#40,$,.FINISH_FINISH.,$);\n", "it leads to the finish of a group");
        leftOut("#43=IFCRELSEQUENCE('a',$,$,$,#4,#40,$,.FINISH_START.,$);\n", "one lies in the other");
        leftOut("#43=IFCRELSEQUENCE('a',$,$,$,#40,#42,#51,.FINISH_START.,$);\n"
                "#51=IFCLAGTIME($,$,$,IFCRATIOMEASURE(0.5),.WORKTIME.);\n",
                "its lag is a share of a group's length");
        // Of two that close a circle the first in the file stays.
        const auto [links, notes] =
            linked(follows + after + "#44=IFCRELSEQUENCE('b',$,$,$,#42,#40,$,.FINISH_START.,$);\n");
        QCOMPARE(links, std::string("10>20 FS 0; 20>30 FS 480; "));
        QVERIFY2(notes.find("#44 (line") != std::string::npos && notes.find("in a circle") != std::string::npos,
                 notes.c_str());
    }

    /// Letters as other programs write them, against the standard; ends of lines by their codes; a name too long to be
    /// kept: it comes, can be written, and opens again.
    void lettersOfOthers() {
        const auto named = [&](const std::string& name) {
            const IfcReading reading = readBack(ofOthers(with(twoTasks + follows, "'Piles'", "'" + name + "'")));
            const auto again = programmeFromJson(programmeToJson(reading.programme));
            if (!again.ok() || !(*again == reading.programme)) qFatal("it does not open again");
            return reading.programme.activities[0].name + "|" + told(reading);
        };
        QCOMPARE(named("Pf\xc3\xa4hle"), std::string("Pf\xc3\xa4hle|"));
        QCOMPARE(named("Pf\xe4hle"),
                 std::string("Pf\xc3\xa4hle|its letters were taken for Western European ones of Windows\n"));
        QCOMPARE(named("Pf\\X\\E4hle\\X2\\000A00F6\\X0\\"), std::string("Pf\xc3\xa4hle \xc3\xb6|"));
        QCOMPARE(named("Pf\\S\\dhle"), std::string("Pf\xc3\xa4hle|"));
        Programme p = ofEverything();
        Activity a = p.activities[1];
        a.responsible = std::string(100'000, 'x');
        p.activities.replace(1, a);
        QVERIFY(told(readBack(written(p))).find("longer than there is room for") != std::string::npos);
    }

    void refusals_data() {
        QTest::addColumn<QString>("bytes");
        QTest::addColumn<QString>("why");
        const auto add = [](const char* name, const std::string& bytes, const char* why) {
            QTest::newRow(name) << QString::fromStdString(bytes) << QString::fromLatin1(why);
        };
        const std::string whole = ofOthers(twoTasks + follows);
        add("a letter", "Dear planner", "does not begin as an exchange file");
        add("nothing", "", "does not begin as an exchange file");
        add("cut off", whole.substr(0, whole.size() - 30), "line 19");
        add("an older schema", ofOthers(twoTasks, "IFC2X3"), "schema IFC2X3, not IFC4");
        add("no tasks", ofOthers("#1=IFCPROJECT('0',$,'X',$,$,$,$,$,$);\n"), "it holds no tasks");
        add("dangling", ofOthers(twoTasks + "#12=IFCRELSEQUENCE('6',$,$,$,#4,#66,$,.FINISH_START.,$);\n"),
            "#12 (line 19): it names #66, which is not there");
        add("in a circle", ofOthers(twoTasks + follows + "#13=IFCRELSEQUENCE('7',$,$,$,#6,#4,$,.FINISH_START.,$);\n"),
            "in a circle: ");
        add("in each other",
            ofOthers(twoTasks + "#13=IFCRELNESTS('7',$,$,$,#6,(#4));\n#14=IFCRELNESTS('8',$,$,$,#4,(#6));\n"),
            "lie in each other in a circle");
        add("twice", ofOthers(twoTasks + "#4=IFCTASK('2',$,'Piles',$,$,'10',$,$,$,.F.,$,#3,.CONSTRUCTION.);\n"),
            "line 19: two rows have one number");
        add("a text without end", ofOthers("#1=IFCPROJECT('0,$,$);\n"), "a text has no end");
        add("a row without end", ofOthers("#1=IFCPROJECT('0',$\n"), "a comma or a closing bracket is expected");
        add("no number", ofOthers("#1=IFCPROJECT(1.2.3);\n"), "a value is expected");
        std::string deep = "#1=IFCPROJECT(";
        for (int i = 0; i < 100000; ++i) deep += "(";
        add("without bottom", ofOthers(deep + "\n"), "deeper in each other");
    }
    void refusals() {
        QFETCH(QString, bytes);
        QFETCH(QString, why);
        const auto reading = ifcIn(bytes.toStdString());
        QVERIFY(!reading.ok());
        QVERIFY2(QString::fromStdString(reading.error().sentence()).contains(why), reading.error().sentence().c_str());
    }

    /// Whatever bytes are damaged, it is refused or makes a programme that keeps all rules.
    void damaged() {
        const std::string whole = written(ofEverything());
        std::mt19937 random(7);
        int taken = 0;
        for (int round = 0; round < 600; ++round) {
            std::string bytes = whole;
            for (int i = int(random() % 3); i >= 0; --i) {
                const std::size_t at = random() % bytes.size();
                switch (random() % 3) {
                case 0:
                    bytes[at] = "#(),;'$.*\\9A\n"[random() % 13];
                    break;
                case 1:
                    bytes.erase(at, random() % 40);
                    break;
                default:
                    bytes.insert(at, bytes.substr(random() % bytes.size(), random() % 40));
                }
            }
            const auto reading = ifcIn(bytes);
            if (!reading.ok()) continue;
            ++taken;
            QVERIFY(faultsOf(reading->programme).empty());
        }
        QVERIFY2(taken > 20, qPrintable(QString::number(taken)));
    }

    /// Through the reading process, with the name of the file; and what others may have put behind a name.
    void besideTheProgram() {
        const std::string path = m_folder.filePath(QStringLiteral("plan.ifc")).toStdString();
        std::ofstream(path) << ofOthers(twoTasks + follows);
        const auto reading = readIfc(path);
        QVERIFY2(reading.ok(), reading.ok() ? "" : reading.error().sentence().c_str());
        QCOMPARE(reading->programme.activities.size(), std::size_t(2));
        std::ofstream(path) << "nothing of the kind";
        QVERIFY(readIfc(path).error().sentence().starts_with("plan.ifc: line 1: "));
    }
};

QTEST_GUILESS_MAIN(IfcTest)
#include "ifc_test.moc"
