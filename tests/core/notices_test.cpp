// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Notice clocks against a calendar on the wall: days struck off one by one.
#include "core/contract/notices.h"

#include <QTest>

#include <random>

using namespace yarrin;

namespace {

/// The last day of a period: from the day after, so many days are struck off.
Date lastDay(Date from, int days) {
    Date day = from;
    for (int i = 0; i < days; ++i) day = day + 1;
    return day;
}

DelayEvent anyEvent(std::mt19937& random) {
    DelayEvent e;
    e.id = EventId{1};
    e.key = "E1";
    e.risk = static_cast<Risk>(random() % 3);
    e.state = EventState::noticed;
    if (random() % 5) e.known = dateFrom(2027, 1, 1) + int(random() % 90);
    if (random() % 2) e.noticeGiven = e.known.value_or(dateFrom(2027, 1, 1)) + int(random() % 60);
    if (e.noticeGiven && random() % 2) e.particularsGiven = *e.noticeGiven + int(random() % 80);
    return e;
}

} // namespace

class NoticesTest : public QObject {
    Q_OBJECT
private slots:
    void clocksAreThoseOfTheCalendarOnTheWall() {
        std::mt19937 random(41);
        std::array<int, 6> seen{};
        for (int round = 0; round < 20000; ++round) {
            const DelayEvent e = anyEvent(random);
            Job job;
            if (random() % 6) job.noticeDays = int(random() % 40);
            if (random() % 6) job.particularsDays = int(random() % 60);
            const Date today = dateFrom(2027, 1, 1) + int(random() % 200);
            for (const bool particulars : {false, true}) {
                const NoticeClock clock = particulars ? particularsClock(job, e, today) : noticeClock(job, e, today);
                const auto& from = particulars ? e.noticeGiven : e.known;
                const auto& period = particulars ? job.particularsDays : job.noticeDays;
                const auto& given = particulars ? e.particularsGiven : e.noticeGiven;
                ++seen[std::size_t(clock.state)];
                using State = NoticeClock::State;
                if (e.risk == Risk::contractor) {
                    QCOMPARE(clock.state, State::none);
                    continue;
                }
                if (!from || !period) {
                    QCOMPARE(clock.state, given ? State::given : State::none);
                    QVERIFY(!clock.due);
                    continue;
                }
                const Date last = lastDay(*from, *period);
                QCOMPARE(clock.due, std::optional(last));
                if (given)
                    QCOMPARE(clock.state, *given > last ? State::late : State::given);
                else
                    QCOMPARE(clock.state,
                             today > last ? State::lapsed : (today == last ? State::today : State::running));
                QCOMPARE(clock.daysLeft, last - today);
            }
        }
        for (const int count : seen) QVERIFY(count > 20); // every state was met
    }

    /// 28 days from the first of February end with the first of March, and in a leap year a day earlier.
    void periodsRunOverTheEndOfFebruary() {
        Job job;
        job.noticeDays = 28;
        DelayEvent e;
        e.known = dateFrom(2027, 2, 1);
        QCOMPARE(noticeClock(job, e, dateFrom(2027, 2, 1)).due, std::optional(dateFrom(2027, 3, 1)));
        QCOMPARE(noticeClock(job, e, dateFrom(2027, 2, 1)).daysLeft, 28);
        e.known = dateFrom(2028, 2, 1);
        QCOMPARE(noticeClock(job, e, dateFrom(2028, 2, 1)).due, std::optional(dateFrom(2028, 2, 29)));
        job.noticeDays = 0;
        QCOMPARE(noticeClock(job, e, dateFrom(2028, 2, 1)).state, NoticeClock::State::today);
    }

    /// Clocks are read to today, but never before the data date.
    void theDayIsTheLaterOfTodayAndTheDataDate() {
        Job job;
        QCOMPARE(clockDay(job, dateFrom(2027, 3, 5)), dateFrom(2027, 3, 5));
        job.dataDate = startOf(dateFrom(2027, 3, 10));
        QCOMPARE(clockDay(job, dateFrom(2027, 3, 5)), dateFrom(2027, 3, 10));
        QCOMPARE(clockDay(job, dateFrom(2027, 3, 12)), dateFrom(2027, 3, 12));
    }

    /// What is listed is what has lapsed or ends within the days asked for, the most urgent first, and nothing else.
    void theListHoldsWhatIsUrgentInOrder() {
        std::mt19937 random(42);
        int listed = 0;
        for (int round = 0; round < 400; ++round) {
            Programme p;
            p.job.noticeDays = 28;
            p.job.particularsDays = 42;
            for (std::uint32_t i = 1; i <= 12; ++i) {
                DelayEvent e = anyEvent(random);
                e.id = EventId{i};
                p.events.append(std::move(e));
            }
            const Date today = dateFrom(2027, 2, 1) + int(random() % 100);
            const int within = int(random() % 20);
            const auto list = noticesDue(p, today, within);
            std::size_t wanted = 0;
            for (const DelayEvent& e : p.events)
                for (const bool particulars : {false, true}) {
                    const NoticeClock clock =
                        particulars ? particularsClock(p.job, e, today) : noticeClock(p.job, e, today);
                    using State = NoticeClock::State;
                    const bool open =
                        clock.state == State::running || clock.state == State::today || clock.state == State::lapsed;
                    wanted += open && clock.daysLeft <= within;
                }
            QCOMPARE(list.size(), wanted);
            for (std::size_t i = 1; i < list.size(); ++i) QVERIFY(list[i - 1].clock.daysLeft <= list[i].clock.daysLeft);
            listed += int(list.size());
        }
        QVERIFY(listed > 500);
    }
};

QTEST_APPLESS_MAIN(NoticesTest)
#include "notices_test.moc"
