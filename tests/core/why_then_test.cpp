// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Where work would stand otherwise, what a day's delay does, and what lies near the driving path: by hand, and against
// calculating the changed programme anew.
#include "core/network/float_paths.h"
#include "core/network/why_then.h"
#include "support/builder.h"
#include "support/random_programme.h"
#include "support/shuffle.h"

#include <QTest>

#include <algorithm>
#include <array>
#include <random>

using namespace yarrin;
using namespace yarrin::test;

namespace {

constexpr std::array<int, 4> nearDays{1, 2, 5, 10};

/// "2027-03-04T08:00 2d by B".
QString told(const Builder& b, const char* key) {
    const Schedule dates = schedule(b.programme);
    const auto other = otherwise(b.programme, dates, b.id(key));
    if (!other) return QStringLiteral("none");
    QString text =
        QString::fromStdString(isoInstant(other->start)) + QStringLiteral(" %1d by").arg(other->earlier / 480);
    for (const Cause& cause : other->causes)
        text += QLatin1Char(' ') + (cause.kind == CauseKind::link
                                        ? QString::fromStdString(b.programme.activities.row(cause.activity)->key)
                                        : QStringLiteral("date"));
    return text;
}

} // namespace

class WhyThenTest : public QObject {
    Q_OBJECT
private slots:
    /// C waits for A of five days and B of three; with one of them a day longer or shorter, and with both alike.
    void otherwiseByHand() {
        Builder b;
        b.task("A", 5).task("B", 3).task("C", 2).link("A", "C").link("B", "C");
        QCOMPARE(told(b, "C"), QStringLiteral("2027-03-04T08:00 2d by B"));
        QCOMPARE(told(b, "A"), QStringLiteral("none"));
        b.change("B", [](Activity& a) { a.duration = 4 * 480; });
        QCOMPARE(told(b, "C"), QStringLiteral("2027-03-05T08:00 1d by B"));
        b.change("B", [](Activity& a) { a.duration = 5 * 480; });
        QCOMPARE(told(b, "C"), QStringLiteral("2027-03-01T08:00 5d by")); // neither of both alone would help
        b.change("B", [](Activity& a) { a.duration = 6 * 480; });
        QCOMPARE(told(b, "C"), QStringLiteral("2027-03-08T08:00 1d by A"));
        b.constrain("C", ConstraintType::startNotBefore, "2027-03-15");
        QCOMPARE(told(b, "C"), QStringLiteral("2027-03-09T08:00 4d by B"));
        b.constrain("C", ConstraintType::startNotBefore, "2027-03-09");
        QCOMPARE(told(b, "C"), QStringLiteral("2027-03-08T08:00 1d by A"));
        Builder f;
        f.task("A", 5).task("B", 2).task("C", 2).link("A", "C", LinkType::ff).link("B", "C");
        QCOMPARE(told(f, "C"), QStringLiteral("2027-03-03T08:00 1d by B"));
    }

    /// Two sections behind one path and one of their own.
    void aDaysDelayByHand() {
        Builder b;
        b.task("A", 5).task("B", 5).task("C", 3).milestone("M").milestone("N");
        b.link("A", "B").link("B", "M").link("A", "C").link("C", "N");
        b.section("S1", "M", "2027-06-01", 1).section("S2", "N", "2027-06-01", 1);
        const Schedule dates = schedule(b.programme);
        DelayTrials trials(b.programme, dates);
        const auto told = [&](const char* key, int days) {
            const DelayEffect effect = trials.of(b.id(key), days);
            QString text;
            for (const auto& [section, by] : effect.sections)
                text +=
                    QString::fromStdString(b.programme.sections.row(section)->key) + QStringLiteral(" %1, ").arg(by);
            return text + QStringLiteral("finish %1").arg(effect.finish);
        };
        QCOMPARE(told("A", 1), QStringLiteral("S1 3, S2 1, finish 3")); // over a week-end
        QCOMPARE(told("B", 1), QStringLiteral("S1 3, finish 3"));
        QCOMPARE(told("M", 1), QStringLiteral("S1 3, finish 3"));
        QCOMPARE(told("N", 1), QStringLiteral("S2 1, finish 0"));
        QCOMPARE(told("C", 1), QStringLiteral("S2 1, finish 0"));
        QCOMPARE(told("C", 3), QStringLiteral("S2 5, finish 3"));
        QCOMPARE(told("A", 1), QStringLiteral("S1 3, S2 1, finish 3")); // and nothing of it stays
    }

    /// M is forecast for the 15th: A and B of ten days drive, C of eight leaves two, and nine days would need one and
    /// no more; what is done cannot be made shorter.
    void whatItTakesByHand() {
        Builder b;
        b.task("A", 5).task("B", 6).task("C", 9).task("D", 2).milestone("M");
        b.link("A", "B").link("B", "M").link("C", "M").link("D", "M").section("S1", "M", "2027-03-12", 1);
        const auto told = [&](const char* day) {
            const Schedule dates = schedule(b.programme);
            const auto list = whatItTakes(b.programme, dates, b.programme.sections[0].id, *parseDate(day));
            if (!list.ok()) return QString::fromStdString(list.error().what);
            QStringList each;
            for (const Shortening& one : *list) {
                QString text = QStringLiteral("%1d").arg(one.needed / 480);
                for (const ActivityId id : one.path.activities)
                    text += QLatin1Char(' ') + QString::fromStdString(b.programme.activities.row(id)->key);
                each << text;
            }
            return each.join(QStringLiteral("; "));
        };
        QCOMPARE(told("2027-03-15"), QString());
        QCOMPARE(told("2027-03-12"), QStringLiteral("1d A B M"));
        QCOMPARE(told("2027-03-11"), QStringLiteral("2d A B M"));
        QCOMPARE(told("2027-03-10"), QStringLiteral("3d A B M; 1d C"));
        b.change("C", [](Activity& a) { a.duration = 8 * 480; });
        QCOMPARE(told("2027-03-10"), QStringLiteral("3d A B M"));
        b.programme.job.dataDate = *parseInstant("2027-03-06T00:00");
        b.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.actualFinish = *parseInstant("2027-03-05T17:00");
        });
        for (const auto& [key, left] : {std::pair{"C", 3}, {"D", 1}})
            b.change(key, [left = left](Activity& a) {
                a.actualStart = *parseInstant("2027-03-01T08:00");
                a.remaining = left * 480;
            });
        QVERIFY(told("2027-03-10").startsWith(QLatin1String("3d B M")));
        QVERIFY(told("2027-03-05").contains(QLatin1String("before the data date")));
        Section section = b.programme.sections[0];
        section.milestone = {};
        b.programme.sections.replace(0, section);
        QVERIFY(told("2027-03-10").contains(QLatin1String("no milestone")));
    }

    /// Whatever the programme: what is told of a delay is what a fresh calculation of the changed programme gives.
    void delaysAlways() {
        int moved = 0;
        for (std::uint32_t seed = 1; seed <= 80; ++seed) {
            RandomShape shape;
            shape.activities = 14;
            const Programme p = randomProgramme(seed, shape);
            const Schedule before = schedule(p);
            if (!before.ok()) continue;
            DelayTrials trials(p, before);
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                Activity activity = p.activities[i];
                if (activity.kind != ActivityKind::task) continue;
                const ActivityFigures& f = before.activities[i];
                const WorkCalendar& own = before.calendarOf(f);
                const int days = 1 + int(seed % 4);
                activity.levelledFrom = own.startOfMinute(own.worked(f.earlyStart) + days * own.dayMinutes());
                Programme later = p;
                later.activities.replace(i, activity);
                const Schedule after = schedule(later);
                const DelayEffect effect = trials.of(activity.id, days);
                QCOMPARE(effect.finish,
                         completionDate(*after.programmeFinish) - completionDate(*before.programmeFinish));
                moved += effect.finish > 0 ? 1 : 0;
            }
        }
        QVERIFY(moved > 50);
    }

    /// Without what sets it an activity starts where it is said to: the links that do so taken out, and the constraint.
    void otherwiseAlways() {
        int told = 0;
        for (std::uint32_t seed = 1; seed <= 120; ++seed) {
            RandomShape shape;
            shape.activities = 12;
            shape.constraints = false;
            const Programme p = randomProgramme(seed, shape);
            const Schedule before = schedule(p);
            if (!before.ok()) continue;
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                const ActivityId id = p.activities[i].id;
                const auto other = otherwise(p, before, id);
                if (!other || p.activities[i].kind != ActivityKind::task) continue;
                ++told;
                // Each link that alone puts it where it stands.
                Programme without = p;
                auto links = without.links.take();
                std::vector<Link> kept;
                for (const Link& link : links) {
                    if (link.to != id || !putsAlone(p, before, link)) kept.push_back(link);
                }
                without.links.assign(kept);
                const Schedule after = schedule(without);
                QVERIFY2(after.activities[i].earlyStart == other->start,
                         qPrintable(QStringLiteral("%1 %2").arg(seed).arg(i)));
            }
        }
        QVERIFY2(told > 150, qPrintable(QString::number(told)));
    }

    /// On one calendar and finish to start: what is near moves the finish when it is that much later, nothing else off
    /// the driving path does; the order of rows decides nothing.
    void nearAlways() {
        int near = 0;
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            RandomShape shape;
            shape.activities = 16;
            shape.calendars = shape.constraints = shape.leads = shape.otherTypes = shape.milestones = false;
            Programme p = randomProgramme(seed, shape);
            // Everything leads to one end, so that what moves the finish moves that.
            Activity end;
            const ActivityId goal = end.id = p.activities.freshId();
            end.key = end.name = "the end";
            end.kind = ActivityKind::finishMilestone;
            p.activities.append(end);
            for (std::size_t i = 0; i + 1 < p.activities.size(); ++i)
                p.links.append({p.links.freshId(), p.activities[i].id, goal});
            const Schedule dates = schedule(p);
            if (!dates.ok()) continue;
            QVERIFY(lastActivity(p, dates) == goal);
            const auto told = nearPathsTo(p, dates, goal, nearDays);
            const auto paths = floatPathsTo(p, dates, goal, p.activities.size());
            DelayTrials trials(p, dates);
            for (const NearPath& one : told) {
                near += int(one.activities.size());
                for (const FloatPath& path : paths)
                    for (const ActivityId id : path.activities) {
                        const bool isNear =
                            std::find(one.activities.begin(), one.activities.end(), id) != one.activities.end();
                        const bool moves = trials.of(id, one.days).finish > 0;
                        // The finish is told in days: less than one more may not be seen.
                        const Minutes beyond = one.days * 1440 - path.slack;
                        QCOMPARE(isNear, path.slack > 0 && beyond > 0);
                        if (beyond >= 1440) QVERIFY(moves);
                        if (beyond <= 0) QVERIFY(!moves);
                    }
            }
            const auto keys = [](const Programme& of, const std::vector<FloatPath>& list) {
                QString text;
                for (const FloatPath& path : list) {
                    text += QString::number(path.slack);
                    for (const ActivityId id : path.activities)
                        text += QLatin1Char(' ') + QString::fromStdString(of.activities.row(id)->key);
                    text += QLatin1Char('\n');
                }
                return text;
            };
            const QString first = keys(p, paths);
            const Programme other = withRowsShuffled(p, seed);
            const Schedule shuffled = schedule(other);
            QVERIFY(lastActivity(other, shuffled) == goal);
            QCOMPARE(keys(other, floatPathsTo(other, shuffled, goal, p.activities.size())), first);
        }
        QVERIFY(near > 50);
    }

private:
    /// Whether the activity would stand where it does were this the only link to it.
    static bool putsAlone(const Programme& p, const Schedule& before, const Link& only) {
        Programme one = p;
        auto links = one.links.take();
        std::erase_if(links, [&](const Link& link) { return link.to == only.to && link.id != only.id; });
        one.links.assign(std::move(links));
        const std::size_t at = p.activities.indexOf(only.to);
        return schedule(one).activities[at].earlyStart == before.activities[at].earlyStart;
    }
};

QTEST_APPLESS_MAIN(WhyThenTest)
#include "why_then_test.moc"
