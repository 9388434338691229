// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold of analyses over whole histories: two updates, ten events of all effects and risks, finish links and a
// closed season, played out at random. docs/engine.md section 11.
#include "core/delay/exposure_report.h"
#include "core/delay/insertion.h"
#include "support/everyday.h"

#include <QTest>

#include <map>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr Minutes day = minutesPerDay;
constexpr DelayMethod methods[] = {DelayMethod::impactedAsPlanned, DelayMethod::timeImpact, DelayMethod::windows,
                                   DelayMethod::asPlannedAsBuilt, DelayMethod::collapsedAsBuilt};

#define SEEDED(condition) QVERIFY2(condition, qPrintable(QStringLiteral("seed %1").arg(seed)))

Date on(int n) {
    return dateFrom(2027, 3, 1) + n;
}

/// A history: the plan, two updates as the site went, and now.
class History {
public:
    explicit History(std::uint32_t seed) : m_random(seed * 2654435761u + 17) {
        plan();
        m_stands.push_back({"plan", m_job.programme});
        events();
        for (const int at : {25, 55}) {
            stand(at);
            m_stands.push_back({"update " + std::to_string(at), m_job.programme});
        }
        stand(80);
        m_stands.push_back({"now", m_job.programme});
    }
    [[nodiscard]] const std::vector<Stand>& stands() const { return m_stands; }

private:
    int below(int limit) { return int(m_random() % std::uint32_t(limit)); }

    void plan() {
        for (int i = 0; i < 8; ++i) m_job.addWork("T" + std::to_string(i), 6 + below(12));
        m_job.milestone("M");
        for (int i = 1; i < 8; ++i) {
            const std::string to = "T" + std::to_string(i), from = "T" + std::to_string(below(i));
            const LinkType types[] = {LinkType::fs, LinkType::fs, LinkType::ss, LinkType::ff};
            m_job.link(from, to, types[below(4)], below(3) * day);
        }
        for (int i = 0; i < 8; ++i) m_job.link("T" + std::to_string(i), "M");
        m_job.section("S1", "M", "2027-05-20", 1000);
        // One activity cannot be done in a season.
        Calendar closed;
        closed.id = CalendarId{77};
        closed.key = "closed";
        closed.name = "closed in April";
        for (auto& work : closed.week) work = DayWork{{0, 1440}};
        closed.dayMinutes = 1440;
        CalendarException season;
        season.from = on(35);
        season.to = on(55);
        season.name = "season";
        closed.exceptions = {season};
        m_job.programme.calendars.append(closed);
        m_job.change("T" + std::to_string(4 + below(4)), [](Activity& a) { a.calendar = CalendarId{77}; });
        Activity hammock;
        hammock.key = "H";
        hammock.kind = ActivityKind::hammock;
        hammock.costPerWeek = Decimal(7000);
        hammock.from = {{m_job.id("T0"), End::start, 0}};
        hammock.to = {{m_job.id("M"), End::finish, 0}};
        m_job.add(std::move(hammock));
    }

    void events() {
        for (int i = 0; i < 10; ++i) {
            DelayEvent e;
            e.id = m_job.programme.events.freshId();
            e.key = "E" + std::to_string(i);
            e.risk = static_cast<Risk>(below(3));
            e.from = on(below(75));
            e.known = *e.from;
            if (below(4)) e.to = *e.from + below(12);
            Effect effect;
            effect.activity = m_job.id("T" + std::to_string(below(8)));
            switch (below(4)) {
            case 0:
                effect.kind = EffectKind::suspension;
                effect.from = *e.from;
                effect.to = e.to ? *e.to : *e.from + 3;
                break;
            case 1:
                effect.kind = EffectKind::access;
                effect.from = e.to ? *e.to + 1 : *e.from + 4;
                break;
            default:
                effect.work = (1 + below(6)) * day;
            }
            e.effects = {effect};
            m_events.push_back(std::move(e));
        }
    }

    /// What is known by a day: events that began, and work as far as it went.
    void stand(int at) {
        auto& p = m_job.programme;
        for (const DelayEvent& e : m_events)
            if (*e.from < on(at) && !p.events.row(e.id)) p.events.append(e);
        const Schedule dates = schedule(p);
        if (!dates.ok()) return;
        std::vector<Activity> rows = p.activities.take();
        for (std::size_t i = 0; i < rows.size(); ++i) {
            Activity& row = rows[i];
            const ActivityFigures& f = dates.activities[i];
            if (row.kind != ActivityKind::task || row.actualFinish || f.earlyStart >= startOf(on(at))) continue;
            if (!row.actualStart) row.actualStart = f.earlyStart;
            const Instant finish = f.earlyFinish + (below(3) - 1) * day;
            if (finish <= startOf(on(at)) && finish > *row.actualStart) {
                row.actualFinish = finish;
                row.remaining.reset();
            } else {
                row.remaining = std::max<Minutes>(day, f.earlyFinish - startOf(on(at)) + (below(4) - 1) * day);
            }
        }
        p.activities.assign(std::move(rows));
        p.job.dataDate = startOf(on(at));
    }

    Everyday m_job;
    std::mt19937 m_random;
    std::vector<DelayEvent> m_events;
    std::vector<Stand> m_stands;
};

QString told(const DelayAnalysis& found, const std::vector<Stand>& stands) {
    const Programme& now = stands.back().programme;
    const SectionId section = now.sections[0].id;
    std::map<std::string, QString> lines;
    for (const DelayEvent& event : now.events) {
        const EventDaysFound d = daysOf(found, event.id, section);
        lines[event.key] = QStringLiteral("%1 %2&%3 %4/%5/%6")
                               .arg(QString::fromStdString(event.key))
                               .arg(d.moved)
                               .arg(d.common)
                               .arg(d.entitled)
                               .arg(d.concurrent)
                               .arg(d.compensable);
    }
    QStringList all;
    for (const auto& [key, line] : lines) all << line;
    for (const OwnSlip& slip : found.slips)
        all << QStringLiteral("slip %1 %2/%3/%4").arg(slip.window).arg(slip.days).arg(slip.told).arg(slip.beside);
    QStringList flags;
    for (const DelayFlag& flag : found.flags) flags << QString::fromStdString(flag.text);
    flags.sort();
    return all.join(QLatin1Char('\n')) + QLatin1Char('\n') + flags.join(QLatin1Char('\n'));
}

int movementOf(const std::vector<Stand>& stands) {
    const auto at = [](const Programme& p) {
        return completionDate(schedule(p).activities[p.activities.indexOf(p.sections[0].milestone)].earlyFinish);
    };
    return at(stands.back().programme) - at(stands.front().programme);
}

bool sound(const std::vector<Stand>& stands) {
    return std::all_of(stands.begin(), stands.end(), [](const Stand& s) { return schedule(s.programme).ok(); });
}

} // namespace

class DelayHistoryTest : public QObject {
    Q_OBJECT
private slots:
    void stepsAddUpAndTheOrderOfRowsDecidesNothing() {
        int seen = 0;
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            const History history(seed);
            if (!sound(history.stands())) continue;
            ++seen;
            auto shuffled = history.stands();
            std::mt19937 random(seed);
            for (Stand& stand : shuffled) {
                shuffleRows(stand.programme.activities, random);
                shuffleRows(stand.programme.links, random);
                shuffleRows(stand.programme.events, random);
            }
            for (const DelayMethod method : methods) {
                const DelayAnalysis found = analyse(method, history.stands());
                SEEDED(found.errors.empty());
                int sum = 0;
                for (const DelayStep& step : found.steps)
                    sum += step.of(history.stands().back().programme.sections[0].id)->moved();
                SEEDED(sum == movementOf(history.stands()));
                const QString one = told(found, history.stands()), other = told(analyse(method, shuffled), shuffled);
                QVERIFY2(one == other, qPrintable(QStringLiteral("seed %1 method %2\n%3\nshuffled\n%4")
                                                      .arg(seed)
                                                      .arg(int(method))
                                                      .arg(one, other)));
            }
        }
        QVERIFY2(seen >= 30, qPrintable(QString::number(seen)));
    }

    /// An event that does nothing changes nothing for the others.
    void anEventWithoutEffectChangesNothing() {
        for (std::uint32_t seed = 41; seed <= 60; ++seed) {
            const History history(seed);
            if (!sound(history.stands())) continue;
            auto with = history.stands();
            for (Stand& stand : with) {
                if (&stand == &with.front()) continue;
                DelayEvent e;
                e.id = EventId{500};
                e.key = "IDLE";
                e.from = on(3);
                e.to = on(9);
                e.effects = {Effect{EffectKind::addedWork, stand.programme.activities[0].id, 0, {}, {}, {}}};
                stand.programme.events.append(e);
            }
            const SectionId section = with.back().programme.sections[0].id;
            for (const DelayMethod method : methods) {
                const DelayAnalysis one = analyse(method, history.stands()), other = analyse(method, with);
                for (const DelayEvent& event : history.stands().back().programme.events) {
                    const EventDaysFound a = daysOf(one, event.id, section), b = daysOf(other, event.id, section);
                    SEEDED(a.moved + a.common == b.moved + b.common && a.entitled == b.entitled);
                }
                SEEDED(daysOf(other, EventId{500}, section).entitled == 0);
            }
        }
    }

    /// What entitles is never below nothing, what is concurrent and paid lies within it, and the sums of paid days
    /// stand in their order.
    void daysAndSumsLieWithinEachOther() {
        int marked = 0;
        for (std::uint32_t seed = 61; seed <= 160; ++seed) {
            const History history(seed);
            if (!sound(history.stands())) continue;
            auto stands = history.stands();
            const SectionId section = stands.back().programme.sections[0].id;
            const DelayAnalysis open = analyse(DelayMethod::timeImpact, stands);
            for (const DelayStep& step : open.steps) {
                const StepFigures& f = *step.of(section);
                SEEDED(f.entitled >= 0 && f.compensable >= 0 && f.compensable <= f.entitled);
            }
            // Every slip taken for concurrent: the same time, no more money, and as much less as it says.
            Section s = stands.back().programme.sections[0];
            for (const OwnSlip& slip : open.slips) s.slips.push_back({slip.end, SlipIs::concurrent, "Agent", {}, {}});
            stands.back().programme.sections.replace(0, s);
            const DelayAnalysis closed = analyse(DelayMethod::timeImpact, stands);
            const DelayShares a = sharesOf(open, stands.back().programme, section),
                              b = sharesOf(closed, stands.back().programme, section);
            int taken = 0;
            for (const OwnSlip& slip : closed.slips) taken += slip.taken;
            SEEDED(a.entitled == b.entitled && a.compensable - taken == b.compensable);
            marked += taken > 0;
            const auto report = exposureReport(stands, closed);
            SEEDED(report.ok());
            const PaidSum& sum = report->paid[0];
            SEEDED(sum.days == b.compensable && sum.afterRecovery <= sum.days && sum.cameAbout <= sum.days);
            SEEDED(!(sum.modelled < sum.recovered) && !(sum.modelled < sum.capped));
            const Recovery& won = report->recoveries[0];
            SEEDED(won.employer + won.contractor + won.unrecorded == won.days && won.days >= 0 && won.credit >= 0);
        }
        QVERIFY2(marked > 3, qPrintable(QString::number(marked)));
    }

    /// One day more of overlap changes time, and money, by at most one day (not under effective cause).
    void oneDayMoreOfOverlapIsOneDayAtMost() {
        int pairs = 0;
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            std::mt19937 random(seed);
            const int ownWork = 2 + int(random() % 6), theirWork = 2 + int(random() % 6),
                      begins = 10 + int(random() % 4);
            std::optional<std::pair<int, int>> before;
            for (int from = begins + 8; from >= begins; --from) {
                Everyday job;
                for (const char* key : {"A", "B", "D"}) job.addWork(key, 10);
                job.milestone("M");
                job.link("A", "B").link("A", "D").link("B", "M").link("D", "M").section("S1", "M", "2027-03-20", 1000);
                std::vector<Stand> stands{{"plan", job.programme}};
                const auto add = [&](const char* key, Risk risk, int start, const Effect& effect) {
                    DelayEvent e;
                    e.id = job.programme.events.freshId();
                    e.key = key;
                    e.risk = risk;
                    e.from = on(start);
                    e.effects = {effect};
                    job.programme.events.append(e);
                };
                add("O", Risk::contractor, begins, job.more("B", ownWork));
                add("E", Risk::employer, from, job.more("D", theirWork));
                stands.push_back({"now", job.programme});
                const DelayAnalysis found = analyse(DelayMethod::timeImpact, stands);
                const bool tie = std::any_of(found.flags.begin(), found.flags.end(),
                                             [](const DelayFlag& f) { return f.kind == DelayFlag::Kind::tie; });
                const DelayShares shares = sharesOf(found, job.programme, job.programme.sections[0].id);
                const std::pair now{shares.entitled, shares.compensable};
                if (before && !tie) {
                    SEEDED(std::abs(before->first - now.first) <= 1 && std::abs(before->second - now.second) <= 1);
                    ++pairs;
                }
                before = now;
            }
        }
        QVERIFY(pairs >= 300);
    }
};

QTEST_GUILESS_MAIN(DelayHistoryTest)
#include "delay_history_test.moc"
