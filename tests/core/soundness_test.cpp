// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Soundness: networks counted by hand, what is redundant against a search of every chain, and what must hold whatever
// the programme.
#include "core/soundness/soundness.h"
#include "support/builder.h"
#include "support/random_programme.h"
#include "support/shuffle.h"

#include <QTest>

#include <algorithm>
#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

using Verdict = SoundnessMeasure::Verdict;

/// "C, E": what a concern was found of, those set aside in brackets.
QString found(const Programme& p, const Soundness& s, Concern concern) {
    QStringList keys;
    for (const Finding& finding : s.findings) {
        if (finding.concern != concern) continue;
        QString key =
            QString::fromStdString(finding.activity ? p.activities.row(finding.activity)->key : finding.about);
        if (finding.link) key += QStringLiteral("<") + QString::fromStdString(p.activities.row(finding.other)->key);
        keys << (finding.aside ? QStringLiteral("(%1)").arg(key) : key);
    }
    return keys.join(QStringLiteral(", "));
}
const SoundnessMeasure& measure(const Soundness& s, int number) {
    return s.measures[std::size_t(number - 1)];
}
/// "2 of 10 fails".
QString told(const Soundness& s, int number) {
    const SoundnessMeasure& one = measure(s, number);
    static constexpr const char* verdicts[] = {"passes", "fails", "not measured"};
    return QStringLiteral("%1 of %2 %3").arg(one.count).arg(one.of).arg(QLatin1String(verdicts[int(one.verdict)]));
}
Soundness checked(const Programme& p, const AgreedDates& agreed = {}) {
    const Schedule dates = schedule(p);
    return dates.ok() ? soundnessOf(p, dates, agreed) : Soundness{};
}
QString sentenceOf(const Soundness& s, Concern concern) {
    for (const Finding& finding : s.findings)
        if (finding.concern == concern) return QString::fromStdString(finding.sentence);
    return {};
}

/// Ten activities and twelve links, with one of most things that are wrong.
Builder faulty() {
    Builder b;
    b.milestone("S", ActivityKind::startMilestone).milestone("M");
    b.task("A", 5).task("B", 50).task("C", 3).task("D", 4).task("E", 2).task("F", 2).task("G", 1).task("H", 2);
    b.link("S", "A").link("A", "B").link("C", "D", LinkType::fs, 15 * 480).link("A", "D", LinkType::ss, -480);
    b.link("B", "E", LinkType::ff).link("D", "F").link("F", "G", LinkType::ss).link("G", "M").link("B", "M");
    b.link("A", "M").link("S", "H").link("H", "M");
    b.section("S1", "M", "2027-06-30", 100).constrain("H", ConstraintType::startOn, "2027-03-08");
    return b;
}

} // namespace

class SoundnessTest : public QObject {
    Q_OBJECT
private slots:
    /// Ten activities, eight of them tasks, and twelve links, nine of them from finish to start.
    void countedByHand() {
        const Builder b = faulty();
        const Soundness s = checked(b.programme);
        QCOMPARE(s.measures.size(), std::size_t(14));
        QCOMPARE(told(s, 1), QStringLiteral("2 of 10 fails")); // C and E
        QCOMPARE(told(s, 2), QStringLiteral("1 of 12 fails"));
        QCOMPARE(told(s, 3), QStringLiteral("1 of 12 fails"));
        QCOMPARE(told(s, 4), QStringLiteral("9 of 12 fails"));
        QCOMPARE(told(s, 5), QStringLiteral("1 of 10 fails"));
        QCOMPARE(told(s, 7), QStringLiteral("0 of 10 passes"));
        QCOMPARE(told(s, 8), QStringLiteral("1 of 8 fails"));
        QCOMPARE(told(s, 9), QStringLiteral("0 of 10 passes"));
        QCOMPARE(told(s, 10), QStringLiteral("8 of 8 fails"));
        QCOMPARE(told(s, 11), QStringLiteral("0 of 0 not measured"));
        QCOMPARE(told(s, 12), QStringLiteral("600 of 600 passes"));
        QCOMPARE(told(s, 13), QStringLiteral("55 of 55 passes"));
        QVERIFY(*measure(s, 3).value == Fraction(100) / Fraction(12));
        const auto list = [&](Concern concern) { return found(b.programme, s, concern); };
        QCOMPARE(list(Concern::openStart), QStringLiteral("C"));
        QCOMPARE(list(Concern::openEnd), QStringLiteral("E"));
        QCOMPARE(list(Concern::danglingStart), QStringLiteral("E"));
        QCOMPARE(list(Concern::danglingFinish), QStringLiteral("F"));
        QCOMPARE(list(Concern::lead), QStringLiteral("D<A"));
        QCOMPARE(list(Concern::longLag), QStringLiteral("D<C"));
        QCOMPARE(list(Concern::redundantLink), QStringLiteral("M<A"));
        QCOMPARE(list(Concern::hardConstraint), QStringLiteral("H"));
        QCOMPARE(list(Concern::longDuration), QStringLiteral("B"));
        QCOMPARE(list(Concern::noQuantity).split(QStringLiteral(", ")).size(), 8);
        QCOMPARE(list(Concern::highFloat), QString());
        QCOMPARE(list(Concern::loneSection), QString());
        QCOMPARE(list(Concern::unusedCalendar), QStringLiteral("six"));
    }

    /// With one thing changed by one: what lies at a limit passes, what is beyond it does not.
    void atTheLimits() {
        Builder b = faulty();
        b.change("B", [](Activity& a) { a.duration = 44 * 480; });
        QCOMPARE(found(b.programme, checked(b.programme), Concern::longDuration), QString());
        b.change("B", [](Activity& a) { a.duration = 44 * 480 + 1; });
        QCOMPARE(found(b.programme, checked(b.programme), Concern::longDuration), QStringLiteral("B"));
        const auto lag = [&](Minutes minutes) {
            for (std::size_t i = 0; i < b.programme.links.size(); ++i)
                if (b.programme.links[i].from == b.id("C")) {
                    Link link = b.programme.links[i];
                    link.lag = minutes;
                    b.programme.links.replace(i, link);
                }
            const Soundness s = checked(b.programme);
            return found(b.programme, s, Concern::longLag) + QStringLiteral("; ") +
                   found(b.programme, s, Concern::lagOfWork);
        };
        QCOMPARE(lag(10 * 480), QStringLiteral("D<C; "));
        QCOMPARE(lag(10 * 480 - 1), QStringLiteral("; D<C"));
        QCOMPARE(lag(479), QStringLiteral("; ")); // less than a day is a wait
        // A limit of the job's own.
        b.programme.soundnessLimits.append({SoundnessLimitId{1}, "long-duration-days", Decimal(45)});
        QCOMPARE(found(b.programme, checked(b.programme), Concern::longDuration), QString());
        b.programme.soundnessLimits.append({SoundnessLimitId{2}, "missing-logic", Decimal(20)});
        QCOMPARE(told(checked(b.programme), 1), QStringLiteral("2 of 10 passes"));
    }

    /// A wait that runs on every day is a wait; a milestone of the group stands between it and another group.
    void ofLinks() {
        Builder b;
        b.task("A", 2).task("B", 2).milestone("X").milestone("M");
        b.link("A", "B", LinkType::fs, 5 * 1440, LagCalendar::continuous).link("A", "X").link("X", "M").link("B", "M");
        QCOMPARE(found(b.programme, checked(b.programme), Concern::lagOfWork), QString());
        b.programme.breakdown.append({BreakdownId{1}, "1", "Quay", {}, {}});
        b.programme.breakdown.append({BreakdownId{2}, "2", "Yard", {}, {}});
        for (const char* key : {"A", "X"}) b.change(key, [](Activity& a) { a.breakdown = BreakdownId{1}; });
        for (const char* key : {"B", "M"}) b.change(key, [](Activity& a) { a.breakdown = BreakdownId{2}; });
        QCOMPARE(found(b.programme, checked(b.programme), Concern::pastMilestone), QStringLiteral("B<A"));
        b.change("B", [](Activity& a) { a.breakdown = BreakdownId{1}; });
        QCOMPARE(found(b.programme, checked(b.programme), Concern::pastMilestone), QString());
    }

    /// A hard constraint says what it costs: H could start on the first day, and the section would not feel it; where
    /// it holds the section, the section says by how much.
    void whatAConstraintCosts() {
        Builder b;
        b.task("H", 5).milestone("M").link("H", "M").section("S1", "M", "2027-06-30", 100);
        b.constrain("H", ConstraintType::startOn, "2027-03-08");
        Soundness s = checked(b.programme);
        QVERIFY2(sentenceOf(s, Concern::hardConstraint)
                     .contains(QLatin1String("it would start 5d earlier, section S1 be "
                                             "complete 7 days earlier")),
                 qPrintable(sentenceOf(s, Concern::hardConstraint)));
        b.constrain("H", ConstraintType::startOn, "2027-03-01");
        s = checked(b.programme);
        QVERIFY(sentenceOf(s, Concern::hardConstraint).contains(QLatin1String("it would start as it does")));
        b.constrain("H", ConstraintType::startNotBefore, "2027-03-08");
        QCOMPARE(found(b.programme, checked(b.programme), Concern::hardConstraint), QString());
    }

    /// Negative float names the date that it comes from.
    void whereNegativeFloatComesFrom() {
        Builder b;
        b.task("A", 5).task("B", 5).milestone("M").milestone("N").link("A", "B").link("B", "M").link("A", "N");
        b.section("S1", "M", "2027-03-10", 100).section("S2", "N", "2027-06-01", 100);
        b.programme.job.lateDatesFrom = LateDatesFrom::contract;
        Soundness s = checked(b.programme);
        QCOMPARE(found(b.programme, s, Concern::negativeFloat), QStringLiteral("A, B, M"));
        QVERIFY(sentenceOf(s, Concern::negativeFloat).contains(QLatin1String("section S1 is due on 2027-03-10")));
        b.programme.job.lateDatesFrom = LateDatesFrom::programmeFinish;
        b.constrain("B", ConstraintType::finishNotAfter, "2027-03-10");
        s = checked(b.programme);
        QVERIFY2(
            sentenceOf(s, Concern::negativeFloat).contains(QLatin1String("B is held by finish not after 2027-03-10")),
            qPrintable(sentenceOf(s, Concern::negativeFloat)));
    }

    /// What was to be finished and was not, or was late; what went on ahead of what it waits for.
    void againstWhatWasAgreed() {
        Builder b;
        b.task("A", 2).task("B", 2).task("C", 2).task("D", 10).link("A", "B").link("B", "C");
        const Programme agreed = b.programme;
        const Schedule planned = schedule(agreed);
        b.programme.job.dataDate = *parseInstant("2027-03-06T00:00");
        const auto actual = [&](const char* key, const char* start, const char* finish) {
            b.change(key, [&](Activity& a) {
                a.actualStart = *parseInstant(std::string(start) + "T08:00");
                if (*finish) a.actualFinish = *parseInstant(std::string(finish) + "T17:00");
            });
        };
        actual("A", "2027-03-01", "2027-03-03"); // a day late
        Soundness s = checked(b.programme, {&agreed, &planned});
        QCOMPARE(told(s, 11), QStringLiteral("2 of 2 fails")); // A late, B not at all
        QCOMPARE(told(s, 14), QStringLiteral("1 of 2 fails"));
        QCOMPARE(found(b.programme, s, Concern::missed), QStringLiteral("A, B"));
        actual("A", "2027-03-01", "2027-03-02");
        actual("B", "2027-03-02", "2027-03-04"); // on the day on which A was through
        QCOMPARE(found(b.programme, checked(b.programme), Concern::outOfSequence), QString());
        actual("B", "2027-03-01", "2027-03-04"); // before
        s = checked(b.programme, {&agreed, &planned});
        QCOMPARE(told(s, 11), QStringLiteral("0 of 2 passes"));
        QCOMPARE(told(s, 14), QStringLiteral("2 of 2 passes"));
        QCOMPARE(found(b.programme, s, Concern::outOfSequence), QStringLiteral("B<A"));
        actual("B", "2027-03-03", "2027-03-04");
        s = checked(b.programme, {&agreed, &planned});
        QCOMPARE(found(b.programme, s, Concern::outOfSequence), QString());
    }

    /// Links that others imply, each kind against its nearest look-alike that is none.
    void redundantByHand() {
        const auto links = [](const std::function<void(Builder&)>& build) {
            Builder b;
            b.task("A", 2).task("B", 2).task("C", 2);
            build(b);
            return found(b.programme, checked(b.programme), Concern::redundantLink);
        };
        using L = LinkType;
        QCOMPARE(links([](Builder& b) { b.link("A", "B").link("B", "C").link("A", "C"); }), QStringLiteral("C<A"));
        QCOMPARE(links([](Builder& b) { b.link("A", "B").link("B", "C").link("A", "C", L::fs, 60); }), QString());
        QCOMPARE(links([](Builder& b) { b.link("A", "B").link("B", "C", L::fs, -60).link("A", "C"); }), QString());
        QCOMPARE(links([](Builder& b) { b.link("A", "B").link("B", "C", L::ss).link("A", "C"); }),
                 QStringLiteral("C<A"));
        QCOMPARE(links([](Builder& b) { b.link("A", "B", L::ss).link("B", "C").link("A", "C"); }), QString());
        QCOMPARE(links([](Builder& b) { b.link("A", "B", L::ff).link("B", "C").link("A", "C"); }),
                 QStringLiteral("C<A"));
        QCOMPARE(links([](Builder& b) { b.link("A", "B").link("A", "B", L::ss).link("A", "B", L::ff); }),
                 QStringLiteral("B<A, B<A"));
        QCOMPARE(links([](Builder& b) { b.link("A", "B", L::ss).link("A", "B", L::ff); }), QString());
        QCOMPARE(links([](Builder& b) { b.link("A", "B").link("B", "C").link("A", "C", L::fs, -60); }),
                 QStringLiteral("C<A"));
        // Through work that has begun ahead of its turn nothing is sure to hold.
        const auto begun = [](Builder& b) {
            b.link("A", "B").link("B", "C").link("A", "C");
            b.programme.job.dataDate = *parseInstant("2027-03-02T00:00");
            b.change("B", [](Activity& a) { a.actualStart = *parseInstant("2027-03-01T08:00"); });
        };
        QCOMPARE(links(begun), QString());
    }

    /// Against every chain, walked one by one, in random networks; and taken out all together no date moves.
    void redundantAlways() {
        int redundant = 0;
        for (std::uint32_t seed = 1; seed <= 150; ++seed) {
            RandomShape shape;
            shape.activities = 14;
            shape.linksPerActivity = 2.6;
            Programme p = randomProgramme(seed, shape);
            // Half of the links without a lag, so that there is something to find.
            for (std::size_t i = 0; i < p.links.size(); i += 2) {
                Link link = p.links[i];
                link.lag = 0;
                p.links.replace(i, link);
            }
            const Schedule before = schedule(p);
            if (!before.ok()) continue;
            const auto found = redundantLinks(p, before);
            std::set<LinkId> expected;
            for (const Link& link : p.links)
                if (link.lag <= 0 && impliedWithout(p, link)) expected.insert(link.id);
            QCOMPARE(std::set<LinkId>(found.begin(), found.end()), expected);
            redundant += int(found.size());
            Programme without = p;
            auto rows = without.links.take();
            std::erase_if(rows, [&](const Link& link) { return expected.contains(link.id); });
            without.links.assign(std::move(rows));
            const Schedule after = schedule(without);
            QVERIFY(after.ok());
            for (std::size_t i = 0; i < before.activities.size(); ++i) {
                QVERIFY2(before.activities[i].earlyStart == after.activities[i].earlyStart &&
                             before.activities[i].earlyFinish == after.activities[i].earlyFinish &&
                             before.activities[i].totalFloat == after.activities[i].totalFloat,
                         qPrintable(QStringLiteral("%1 %2").arg(seed).arg(i)));
            }
            QCOMPARE(redundantLinks(without, after).size(), std::size_t(0));
        }
        QVERIFY2(redundant > 100, qPrintable(QString::number(redundant)));
    }

    /// The order of rows decides nothing, in findings or measures.
    void shuffled() {
        int past = 0, late = 0;
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            RandomShape shape;
            shape.activities = 20;
            Programme p = randomProgramme(seed, shape);
            // Groups with milestones between them, and two sections that go by one of these and are both late.
            for (std::uint32_t group : {1u, 2u})
                p.breakdown.append({BreakdownId{group}, std::to_string(group), "Group", {}, {}});
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                Activity activity = p.activities[i];
                activity.breakdown = BreakdownId{i % 5 < 3 ? 1u : 2u};
                p.activities.replace(i, activity);
                if (activity.kind != ActivityKind::finishMilestone || p.sections.size() >= 2) continue;
                for (std::uint32_t s : {2u, 1u}) {
                    Section section;
                    section.id = SectionId{s};
                    section.key = "S" + std::to_string(s);
                    section.name = "Part";
                    section.milestone = activity.id;
                    section.completion = dateOf(p.job.start) + 3;
                    p.sections.append(section);
                }
            }
            p.job.lateDatesFrom = LateDatesFrom::contract;
            if (!schedule(p).ok()) continue;
            const QString first = allOf(p);
            past += int(first.count(QLatin1String("past-milestone")));
            late += int(first.count(QLatin1String("section S1 is due")));
            QVERIFY(!first.contains(QLatin1String("section S2 is due")));
            for (std::uint32_t order : {1u, 2u, 3u}) {
                const QStringList one = first.split(QLatin1Char('\n'));
                const QStringList other = allOf(withRowsShuffled(p, seed * 7 + order)).split(QLatin1Char('\n'));
                QCOMPARE(other.size(), one.size());
                for (qsizetype i = 0; i < one.size(); ++i) QCOMPARE(other[i], one[i]);
            }
        }
        QVERIFY2(past > 20 && late > 20, qPrintable(QStringLiteral("%1 %2").arg(past).arg(late)));
    }

    /// An empty programme and one that is through can be checked too.
    void nothingToCheck() {
        const Soundness none = checked(Programme{});
        for (const SoundnessMeasure& one : none.measures)
            QVERIFY2(one.verdict == Verdict::notMeasured && !one.note.empty(), qPrintable(QString::number(one.number)));
        Builder b;
        b.task("A", 2);
        b.programme.job.dataDate = *parseInstant("2027-03-08T00:00");
        b.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.actualFinish = *parseInstant("2027-03-02T17:00");
        });
        const Soundness through = checked(b.programme);
        QCOMPARE(measure(through, 1).verdict, Verdict::notMeasured);
        QCOMPARE(found(b.programme, through, Concern::openEnd), QString());
        QVERIFY(measure(through, 12).verdict == Verdict::notMeasured);
    }

private:
    /// Every chain of other links from the one end to the other, through points as the theory has them: a finish does
    /// not come before its start, and a link without a lead holds its ends apart.
    static bool impliedWithout(const Programme& p, const Link& without) {
        using Point = std::pair<ActivityId, bool>; // true: its finish
        const auto from = [](const Link& link) {
            return Point{link.from, link.type == LinkType::fs || link.type == LinkType::ff};
        };
        const auto to = [](const Link& link) {
            return Point{link.to, link.type == LinkType::ff || link.type == LinkType::sf};
        };
        const Point goal = to(without);
        std::set<Point> seen;
        const std::function<bool(Point)> walk = [&](Point at) {
            if (at == goal) return true;
            if (!seen.insert(at).second) return false;
            if (!at.second && walk({at.first, true})) return true;
            for (const Link& link : p.links)
                if (link.id != without.id && link.lag >= 0 && from(link) == at && walk(to(link))) return true;
            return false;
        };
        return walk(from(without));
    }
    static QString allOf(const Programme& p) {
        const Soundness s = checked(p);
        QString text;
        for (const SoundnessMeasure& one : s.measures) text += told(s, one.number) + QStringLiteral("; ");
        for (const Finding& finding : s.findings) {
            text += QLatin1String(kindOf(finding.concern).word.data()) + QLatin1Char(' ');
            text += QString::fromStdString(finding.activity ? p.activities.row(finding.activity)->key : finding.about);
            text += QStringLiteral(": ") + QString::fromStdString(finding.sentence) + QLatin1Char('\n');
        }
        return text;
    }
};

QTEST_APPLESS_MAIN(SoundnessTest)
#include "soundness_test.moc"
