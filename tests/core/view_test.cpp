// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Fields of activities, filters written as phrases, and lenses as texts.
#include "core/view/fields.h"
#include "core/view/filter.h"
#include "core/view/lens.h"
#include "support/builder.h"

#include <QTest>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A begun, B to D not; a code Trade with Piling before Concrete; B has four days of float, C none.
Programme job() {
    Builder b;
    b.task("A9", 5)
        .task("A10", 4)
        .task("C", 8)
        .milestone("M")
        .link("A9", "A10")
        .link("A9", "C")
        .link("A10", "M")
        .link("C", "M");
    b.section("S1", "M", "2027-03-12", 1000);
    b.programme.codes.append({CodeId{1}, "Trade", {{"Piling", "", ""}, {"Concrete", "", ""}}});
    b.programme.codes.append({CodeId{2}, "Stage and area", {{"One and two", "", ""}}});
    b.change("A9", [](Activity& a) {
        a.name = "Pile cap, D1";
        a.actualStart = parseInstant("2027-03-01T08:00");
        a.remaining = 4 * 480;
        a.codes = {{CodeId{1}, "Piling"}};
    });
    b.change("A10", [](Activity& a) {
        a.responsible = "Kerr";
        a.codes = {{CodeId{1}, "Concrete"}, {CodeId{2}, "One and two"}};
    });
    b.programme.job.dataDate = parseInstant("2027-03-02T08:00");
    return b.programme;
}

class ViewTest : public QObject {
    Q_OBJECT

    /// The keys that a phrase shows; or its fault.
    static std::string shown(const Programme& programme, const std::string& phrase) {
        const auto filter = Filter::parse(programme, phrase);
        if (!filter.ok()) return filter.error().sentence();
        const Schedule schedule = yarrin::schedule(programme);
        const Lookup lookup(programme);
        const FieldContext context(programme, schedule, &lookup);
        std::string keys;
        for (std::size_t i = 0; i < programme.activities.size(); ++i)
            if (filter->shows(context, i)) keys += (keys.empty() ? "" : " ") + programme.activities[i].key;
        return keys;
    }

private slots:
    void phrasesShow_data() {
        QTest::addColumn<QString>("phrase");
        QTest::addColumn<QString>("keys");
        const auto row = [](const char* phrase, const char* keys) { QTest::newRow(phrase) << phrase << keys; };
        row("", "A9 A10 C M");
        row("critical", "A9 C M");
        row("not critical", "A10");
        row("Float = 4d", "A10");
        row("float < 4d", "A9 C M");
        row("float <= 4", "A9 A10 C M");
        row("float above 31h", "A10"); // four days of eight hours are 32
        row("float above 32h", "");
        row("float at least 4.0 days", "A10");
        row("trade is piling", "A9");
        row("\"Trade\" is not Piling", "A10 C M");
        row("trade is empty", "C M");
        row("\"stage and area\" is \"one and two\"", "A10");
        row("stage and area is given", "A10");
        row("activity has \"pile cap\"", "A9");
        row("activity begins with pile", "A9");
        row("activity has not pile", "A10 C M");
        row("in hand or responsible is kerr", "A9 A10");
        row("critical and days > 5d or responsible is Kerr", "A10 C");
        row("critical and (days > 5d or responsible is Kerr)", "C");
        row("not (critical or milestone)", "A10");
        row("not not critical", "A9 C M");
        row("days is empty", "M");
        row("start before 2 Mar 2027", "A9");
        row("start on or after 8 mar 2027", "A10 C M");
        row("start within 1 week", "A10 C"); // from 2 March: the 1st is past, the 9th is not within
        row("start within 6 days", "");
        row("start within 7d", "A10 C");
        row("open end", "M");
        row("open start", "A9");
        row("section is \"S1 S1\"", "A9 A10 C M");
        row("month of start is March 2027", "A9 A10 C M");
        row("driven by activity is C", "M");
        row("days late > 0", ""); // nothing is outlined
    }
    void phrasesShow() {
        QFETCH(QString, phrase);
        QFETCH(QString, keys);
        Programme programme = job();
        QCOMPARE(QString::fromStdString(shown(programme, phrase.toStdString())), keys);
        // The order of rows decides nothing.
        std::vector<Activity> rows = programme.activities.take();
        std::reverse(rows.begin(), rows.end());
        programme.activities.assign(std::move(rows));
        QStringList back = keys.split(QLatin1Char(' '));
        std::reverse(back.begin(), back.end());
        QCOMPARE(QString::fromStdString(shown(programme, phrase.toStdString())), back.join(QLatin1Char(' ')));
    }

    void whatMakesNoSenseIsSaid_data() {
        QTest::addColumn<QString>("phrase");
        QTest::addColumn<QString>("word");
        const auto row = [](const char* phrase, const char* word) { QTest::newRow(phrase) << phrase << word; };
        row("flaot < 5", "no field called \"flaot\"");
        row("float", "\"Float\" says nothing of what it should be");
        row("float <", "has no value");
        row("float < soon", "no number of days");
        row("float < 3 weeks", "no number of days");
        row("float has 5", "cannot be");
        row("activity < 5", "cannot be");
        row("start before soon", "is not a date");
        row("start within soon", "not a span");
        row("start within 6", "not a span");
        row("float within 6 weeks", "cannot be");
        row("crews = many", "not a number");
        row("critical critical", "without \"and\" or \"or\"");
        row("critical and", "missing at the end");
        row("(critical", "not closed");
        row("critical)", "without");
        row("activity is \"pile", "not closed");
        row("((((((((((((((((((((((((((((((((((((critical", "too deep");
        row("not not not not not not not not not not not not not not not not not not not not not not not not not not "
            "not not not not not not not not critical",
            "too deep");
    }
    void whatMakesNoSenseIsSaid() {
        QFETCH(QString, phrase);
        QFETCH(QString, word);
        const QString said = QString::fromStdString(shown(job(), phrase.toStdString()));
        QVERIFY2(said.contains(word), qPrintable(said));
    }

    /// Dates are those of the programme that is outlined: whoever is late against it, moved or new.
    void whatIsOutlinedIsComparedByDays() {
        const Programme programme = job();
        const Schedule schedule = yarrin::schedule(programme);
        DatesOf planned;
        for (const ActivityFigures& f : schedule.activities) planned[f.id] = {f.earlyStart, f.earlyFinish};
        const ActivityId a = programme.activities[0].id, c = programme.activities[2].id;
        planned[a].second = planned[a].second - 3 * minutesPerDay;
        planned[a].first = planned[a].first + 30; // half an hour is no day
        planned.erase(c);
        const FieldContext context(programme, schedule, nullptr, &planned);
        const auto says = [&](const char* name, std::size_t i) {
            const FieldValue value = fieldNamed(programme, name)->value(context, i);
            if (const auto* flag = std::get_if<bool>(&value)) return std::string(*flag ? "yes" : "no");
            if (const auto* number = std::get_if<Decimal>(&value)) return number->text();
            return std::string("nothing");
        };
        QCOMPARE(says("days_late", 0), std::string("3"));
        QCOMPARE(says("late", 0), std::string("yes"));
        QCOMPARE(says("moved", 0), std::string("yes"));
        QCOMPARE(says("days_late", 1), std::string("0"));
        QCOMPARE(says("moved", 1), std::string("no"));
        QCOMPARE(says("days_late", 2), std::string("nothing"));
        QCOMPARE(says("new", 2), std::string("yes"));
        QCOMPARE(says("new", 1), std::string("no"));
    }

    /// Values of codes stand in their own order, ids as people count, what says nothing last.
    void valuesHaveTheirOrder() {
        const Programme programme = job();
        const Schedule schedule = yarrin::schedule(programme);
        const FieldContext context(programme, schedule);
        const auto trade = fieldNamed(programme, codeField("Trade"))->value;
        QVERIFY(compareValues(trade(context, 0), trade(context, 1)) < 0); // Piling before Concrete
        QVERIFY(compareValues(trade(context, 1), trade(context, 2)) < 0); // nothing last
        QVERIFY(compareValues(trade(context, 2), trade(context, 1)) > 0);
        const auto id = fieldNamed(programme, "id")->value;
        QVERIFY(compareValues(id(context, 0), id(context, 1)) < 0); // A9 before A10
        // Days of different calendars are compared as days.
        QVERIFY(compareValues(WorkingDays{480, 480}, WorkingDays{600, 600}) == 0);
        QVERIFY(compareValues(WorkingDays{481, 480}, WorkingDays{600, 600}) > 0);
    }

    /// An order of values without contradictions, for every field.
    void theOrderOfValuesIsStrict() {
        std::mt19937 random(7);
        std::vector<FieldValue> values{{},
                                       true,
                                       false,
                                       Decimal(3),
                                       Decimal(25, 1),
                                       WorkingDays{960, 480},
                                       WorkingDays{1200, 600},
                                       WorkingDays{961, 480},
                                       DayAt{Instant{5}, Date{0}}};
        for (const char* text : {"A", "a", "A9", "A10", "b", "B", "A09"})
            for (int rank = -1; rank < 2; ++rank) values.push_back(Named{text, rank});
        for (const auto& a : values)
            for (const auto& b : values) {
                QCOMPARE(compareValues(a, b), -compareValues(b, a));
                QVERIFY((compareValues(a, a)) == 0);
                for (const auto& c : values)
                    if (compareValues(a, b) < 0 && compareValues(b, c) < 0) QVERIFY(compareValues(a, c) < 0);
            }
    }

    /// A condition as it is chosen is read as it was meant, for every field and comparison.
    void conditionsChosenAreRead() {
        const Programme programme = job();
        int count = 0;
        for (const ViewField& field : fieldsOf(programme))
            for (const Comparison& one : comparisonsFor(field.kind)) {
                std::string value;
                if (one.takesValue)
                    value = field.kind == FieldKind::date     ? (one.words == "within" ? "6 weeks" : "5 Apr 2027")
                            : field.kind == FieldKind::text   ? "one and (two)"
                            : field.kind == FieldKind::number ? "5"
                                                              : "5d";
                const std::string phrase = conditionPhrase(field, one.words, value);
                const auto filter = Filter::parse(programme, phrase);
                QVERIFY2(filter.ok(), (phrase + ": " + (filter.ok() ? "" : filter.error().sentence())).c_str());
                // Two of them joined are read, too.
                QVERIFY(Filter::parse(programme, phrase + " and not " + phrase).ok());
                ++count;
            }
        QVERIFY(count > 200);
    }

    /// Values that read like something else mean themselves.
    void oddValuesMeanThemselves() {
        const Programme plain = job();
        for (const char* odd : {"empty", "not empty", "given", "two  blanks", "not (so)", "and", "a < b"}) {
            Programme programme = plain;
            Activity row = programme.activities[1];
            row.responsible = odd;
            programme.activities.replace(1, row);
            const auto field = fieldNamed(programme, "responsible");
            QCOMPARE(QString::fromStdString(shown(programme, conditionPhrase(*field, "is", odd))),
                     QStringLiteral("A10"));
        }
    }

    void lensesAreKeptAsTexts() {
        for (const Lens& lens : shippedLenses()) {
            QVERIFY(lensFrom(keptFrom(lens)) == lens);
            QVERIFY(Filter::parse({}, lens.filter).ok());
        }
        Lens lens;
        lens.name = "Mine";
        lens.columns = {{"id", 60}, {"name"}, {"quantity", 90, 2}, {"output", 0, 0}, {"code:Trade of work", 40}};
        lens.buildUpColumns = {{"crews"}};
        lens.groups = {{"code:Trade of work", true}, {"location"}};
        lens.order = {{"start", true}, {"id"}};
        lens.filter = "critical or activity has \"a; b|c\"";
        lens.words = "pile cap";
        lens.colour = "calendar";
        lens.before = "id";
        lens.after = "name";
        lens.lines = 3;
        lens.totals = true;
        lens.time = {dateFrom(2027, 3, 1), dateFrom(2027, 5, 31)};
        QVERIFY(lensFrom(keptFrom(lens)) == lens);
        // What cannot be is left out.
        KeptLens odd;
        odd.key = "Odd";
        odd.columns = "id|9999999|99; ; |; name|-4; id";
        odd.groups = "a;b;c;d;e;f;g;h";
        odd.view = "lines=99; time=2027-05-01/2027-03-01; what";
        const Lens read = lensFrom(odd);
        QCOMPARE(read.columns.size(), std::size_t(2));
        QCOMPARE(read.columns[0].width, 2000);
        QCOMPARE(read.groups.size(), mostLensGroups);
        QCOMPARE(read.lines, mostLensLines);
        QVERIFY(!read.time);
    }
};

} // namespace

QTEST_APPLESS_MAIN(ViewTest)
#include "view_test.moc"
