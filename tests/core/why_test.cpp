// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The reasons given for dates: each by a case worked by hand, and on random networks that each reason really asks for
// the date that it is named for.
#include "core/network/link_bound.h"
#include "core/network/why.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <algorithm>

using namespace yarrin;
using namespace yarrin::test;

namespace {

#define SEEDED(condition)                                                                                              \
    QVERIFY2(condition, qPrintable(QStringLiteral("seed %1 %2").arg(seed).arg(QString::fromStdString(activity.key))))

QString kinds(const std::vector<Cause>& causes) {
    static const char* names[] = {"start",  "data date", "link",     "constraint", "gap",
                                  "finish", "required",  "contract", "actual",     "access"};
    QStringList list;
    for (const Cause& cause : causes) list << QString::fromLatin1(names[std::size_t(cause.kind)]);
    return list.join(QLatin1Char(' '));
}

QString early(const Builder& b, const char* key) {
    const Schedule s = schedule(b.programme);
    return kinds(explain(b.programme, s, b.id(key)).start);
}
QString late(const Builder& b, const char* key) {
    const Schedule s = schedule(b.programme);
    return kinds(explain(b.programme, s, b.id(key)).late);
}

} // namespace

class WhyTest : public QObject {
    Q_OBJECT
private slots:
    void theFirstActivityWaitsForTheStart() {
        Builder b;
        b.task("A", 5).task("B", 3).link("A", "B");
        QCOMPARE(early(b, "A"), QStringLiteral("start"));
        QVERIFY(early(b, "B").contains(QLatin1String("link")));
        QCOMPARE(late(b, "B"), QStringLiteral("finish"));
        QCOMPARE(late(b, "A"), QStringLiteral("link"));
    }

    /// Of two predecessors the later one is named, of two that end together both.
    void whatHoldsIsNamedAndWhatDoesNotIsNot() {
        Builder b;
        b.task("A", 5).task("B", 3).task("C", 2).link("A", "C").link("B", "C");
        Why why = explain(b.programme, schedule(b.programme), b.id("C"));
        const auto links = [&] {
            return std::count_if(why.start.begin(), why.start.end(),
                                 [](const Cause& cause) { return cause.kind == CauseKind::link; });
        };
        QCOMPARE(links(), 1);
        QCOMPARE(why.start.front().activity, b.id("A"));
        b.change("B", [](Activity& a) { a.duration = 5 * 480; });
        why = explain(b.programme, schedule(b.programme), b.id("C"));
        QCOMPARE(links(), 2);
    }

    void constraintsDataDatesAndGapsAreNamed() {
        Builder b;
        b.task("A", 5).constrain("A", ConstraintType::startNotBefore, "2027-03-10");
        QVERIFY2(early(b, "A").startsWith(QLatin1String("constraint")), qPrintable(early(b, "A")));
        b.programme.job.dataDate = *parseInstant("2027-03-17T00:00");
        QVERIFY2(early(b, "A").startsWith(QLatin1String("data date")), qPrintable(early(b, "A")));
        // The data date is midnight, work starts at eight.
        QVERIFY2(early(b, "A").contains(QLatin1String("gap")), qPrintable(early(b, "A")));
    }

    void lateDatesKnowTheContractAndTheRequiredFinish() {
        Builder b;
        b.task("A", 5).milestone("M").link("A", "M").section("S1", "M", "2027-04-30", 1000);
        b.programme.job.lateDatesFrom = LateDatesFrom::contract;
        QVERIFY2(late(b, "M").contains(QLatin1String("contract")), qPrintable(late(b, "M")));
        b.programme.job.lateDatesFrom = LateDatesFrom::programmeFinish;
        b.programme.job.requiredFinish = *parseInstant("2027-03-03T17:00");
        QVERIFY2(late(b, "M").contains(QLatin1String("required")), qPrintable(late(b, "M")));
    }

    void whatHasStartedIsKnown() {
        Builder b;
        b.task("A", 5).task("B", 5).link("A", "B");
        b.programme.job.dataDate = *parseInstant("2027-03-04T00:00");
        b.change("A", [](Activity& a) {
            a.actualStart = *parseInstant("2027-03-01T08:00");
            a.actualFinish = *parseInstant("2027-03-03T17:00");
        });
        QCOMPARE(early(b, "A"), QStringLiteral("actual"));
        const Why why = explain(b.programme, schedule(b.programme), b.id("A"));
        QVERIFY2(why.late.empty(), "what is complete has no late dates");
    }

    void chainsLeadFromTheBeginningToTheEnd() {
        Builder b;
        b.nineActivities();
        const Schedule s = schedule(b.programme);
        const auto keys = [&](const std::vector<ActivityId>& chain) {
            QString text;
            for (const ActivityId id : chain) text += QString::fromStdString(b.programme.activities.row(id)->key);
            return text;
        };
        // Hendrickson & Au, Project Management for Construction, ch. 10 (from memory): critical A C F I.
        const Why f = explain(b.programme, s, b.id("F"));
        QCOMPARE(keys(f.chainBack), QStringLiteral("ACF"));
        QCOMPARE(keys(f.chainOn), QStringLiteral("FI"));
        QCOMPARE(keys(explain(b.programme, s, b.id("I")).chainBack), QStringLiteral("ACFI"));
    }

    /// Each link named asks for just that date; every chain is one of driving links; something is always named.
    void reasonsAreTrueOnRandomNetworks() {
        int links = 0;
        for (std::uint32_t seed = 1; seed <= 300; ++seed) {
            const Programme p = randomProgramme(seed, {});
            const Schedule s = schedule(p);
            if (!s.ok()) continue;
            LinkBounds bounds(p, s);
            const auto drives = [&](ActivityId from, ActivityId to) {
                for (std::size_t i = 0; i < p.links.size(); ++i)
                    if (p.links[i].from == from && p.links[i].to == to && s.driving[i]) return true;
                return false;
            };
            for (std::size_t i = 0; i < p.activities.size(); ++i) {
                const Activity& activity = p.activities[i];
                const ActivityFigures& f = s.activities[i];
                const WorkCalendar& own = s.calendarOf(f);
                const Why why = explain(p, s, activity.id);
                SEEDED(!why.start.empty());
                for (const Cause& cause : why.start) {
                    if (cause.kind == CauseKind::programmeStart) SEEDED(cause.at == p.job.start);
                    if (cause.kind != CauseKind::link) continue;
                    ++links;
                    const Link& link = *p.links.row(cause.link);
                    SEEDED(link.to == activity.id && link.from == cause.activity);
                    const bool ofStart = link.type == LinkType::fs || link.type == LinkType::ss;
                    SEEDED(own.worked(bounds.onSuccessor(link)) == own.worked(ofStart ? f.earlyStart : f.earlyFinish));
                }
                SEEDED(why.chainBack.back() == activity.id && why.chainOn.front() == activity.id);
                for (const auto* chain : {&why.chainBack, &why.chainOn})
                    for (std::size_t k = 1; k < chain->size(); ++k) SEEDED(drives((*chain)[k - 1], (*chain)[k]));
            }
        }
        QVERIFY(links > 1000);
    }
};

QTEST_APPLESS_MAIN(WhyTest)
#include "why_test.moc"
