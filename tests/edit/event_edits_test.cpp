// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/activity_edits.h"
#include "edit/event_edits.h"
#include "edit/progress_edits.h"
#include "edit/progress_form.h"
#include "support/builder.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

Builder job() {
    Builder b;
    b.task("A", 10).task("B", 10).milestone("M").link("A", "B").link("B", "M").section("S1", "M", "2027-03-26", 1000);
    b.change("B", [](Activity& a) {
        a.duration.reset();
        a.measure = Measure{};
        a.measure->quantity = 100;
        a.measure->outputPerCrewDay = Decimal(10);
        a.measure->crews = Decimal(1);
    });
    return b;
}

QString refusal(const Outcome& outcome) {
    return outcome.ok() ? QString() : QString::fromStdString(outcome.error().sentence());
}

} // namespace

class EventEditsTest : public QObject {
    Q_OBJECT
private slots:
    void phrasesReadBackTheSame() {
        const Builder b = job();
        const std::string typed =
            "A +3d; A stopped 4 Mar 2027 to 9 Mar 2027; B quantity 340; B output 12.5; B access 2027-03-15";
        const auto effects = parseEffects(b.programme, typed);
        QVERIFY2(effects.ok(), effects.ok() ? "" : effects.error().sentence().c_str());
        QCOMPARE(effects->size(), std::size_t(5));
        QCOMPARE((*effects)[0].work, Minutes(3 * 480));
        QCOMPARE(*(*effects)[1].to, *parseDate("2027-03-09"));
        DelayEvent event;
        event.effects = *effects;
        const std::string written = effectsText(b.programme, event);
        QVERIFY(*parseEffects(b.programme, written).operator->() == *effects);
    }

    void whatAPhraseCannotMeanIsSaid() {
        const Builder b = job();
        const auto said = [&](const char* text) {
            const auto read = parseEffects(b.programme, text);
            return read.ok() ? QString() : QString::fromStdString(read.error().sentence());
        };
        QVERIFY(said("Z +3d").contains("no activity Z"));
        QVERIFY(said("A").contains("what happens to A is missing"));
        QVERIFY(said("A slower").contains("says nothing of A"));
        QVERIFY(said("A quantity 3").contains("no quantity"));
        QVERIFY(said("M +3d").contains("milestone"));
        QVERIFY(said("A stopped 9 Mar 2027 to 4 Mar 2027").contains("ends before it begins"));
        QVERIFY(said("B output 0").contains("more than nothing"));
        QVERIFY(said("A +3cd").contains("working time"));
    }

    /// Dates move the state on; dates in an order that cannot be are refused.
    void noticesMoveTheState() {
        Builder b = job();
        Transaction tx(b.programme);
        const EventId id = *addEvent(tx, *parseDate("2027-03-05"));
        const auto set = [&](EventField field, const char* text) {
            return refusal(setEventField(tx, id, field, text));
        };
        const auto state = [&] { return tx.programme().events.row(id)->state; };
        QVERIFY(set(EventField::particularsGiven, "20 Mar 2027").contains("notice first"));
        QVERIFY(set(EventField::noticeGiven, "1 Mar 2027").contains("before it was known"));
        QCOMPARE(set(EventField::noticeGiven, "9 Mar 2027"), QString());
        QCOMPARE(state(), EventState::notified);
        QCOMPARE(set(EventField::particularsGiven, "20 Mar 2027"), QString());
        QCOMPARE(state(), EventState::claimed);
        QCOMPARE(set(EventField::from, "6 Mar 2027"), QString()); // it may be known before it begins
        QVERIFY(set(EventField::to, "1 Jan 2027").contains("ends before"));
        QCOMPARE(set(EventField::documents, "letters/12.pdf\nphotos/4.jpg"), QString());
        QCOMPARE(tx.programme().events.row(id)->documents.size(), std::size_t(2));
        QCOMPARE(set(EventField::affects, "A; B"), QString());
        QVERIFY(set(EventField::affects, "A; Q").contains("no activity Q"));
    }

    /// What is granted extends the section, and goes again with the event.
    void grantedDaysExtendTheSection() {
        Builder b = job();
        const SectionId section = b.programme.sections[0].id;
        Transaction tx(b.programme);
        const EventId id = *addEvent(tx, *parseDate("2027-03-05"));
        const auto granted = [&] { return tx.programme().sections.row(section)->grantedDays; };
        QVERIFY(setEventDays(tx, id, section, EventDay::claimed, "12").ok());
        QVERIFY(setEventDays(tx, id, section, EventDay::assessed, "9").ok());
        QCOMPARE(granted(), 0);
        QVERIFY(setEventDays(tx, id, section, EventDay::granted, "7 d").ok());
        QCOMPARE(granted(), 7);
        QCOMPARE(tx.programme().events.row(id)->state, EventState::granted);
        QVERIFY(setEventDays(tx, id, section, EventDay::granted, "5").ok());
        QCOMPARE(granted(), 5);
        QVERIFY(refusal(setEventField(tx, id, EventField::state, "refused")).contains("take them back first"));
        QVERIFY(!setEventDays(tx, id, section, EventDay::claimed, "4.5").ok());
        const Schedule found = schedule(tx.programme());
        QCOMPARE(found.sections[0].extended, *parseDate("2027-03-31"));
        QVERIFY(removeEvent(tx, id).ok());
        QCOMPARE(granted(), 0);
        const EventId own = *addEvent(tx, *parseDate("2027-03-05"));
        QVERIFY(setEventField(tx, own, EventField::risk, "contractor").ok());
        QVERIFY(refusal(setEventDays(tx, own, section, EventDay::claimed, "3")).contains("our own risk"));
    }

    void aFragmentIsPutInFrontOfWhatItDelays() {
        Builder b = job();
        const Programme before = b.programme;
        Transaction tx(b.programme);
        const EventId id = *addEvent(tx, *parseDate("2027-03-15"));
        const auto added = addToFragment(tx, id, b.id("B"));
        QVERIFY(added.ok());
        QCOMPARE(fragmentOf(tx.programme(), id), std::vector<ActivityId>{*added});
        QVERIFY(faultsOf(tx.programme()).empty());
        // Five days from Monday the 15th, then ten days of B.
        QCOMPARE(QString::fromStdString(isoInstant(*schedule(tx.programme()).programmeFinish)),
                 QStringLiteral("2027-04-02T17:00"));
        QVERIFY(setInForecast(tx, id, false).ok());
        QCOMPARE(QString::fromStdString(isoInstant(*schedule(tx.programme()).programmeFinish)),
                 QStringLiteral("2027-03-26T17:00"));
        // Deleting what an effect acts on takes the effect along; undoing the whole brings everything back.
        QVERIFY(setEventField(tx, id, EventField::effects, "A +3d").ok());
        QVERIFY(removeActivities(tx, std::array{b.id("A")}).ok());
        QVERIFY(tx.programme().events.row(id)->effects.empty());
        QVERIFY(removeEvent(tx, id).ok());
        QVERIFY(faultsOf(tx.programme()).empty());
        tx.rollBack();
        QVERIFY(b.programme == before);
    }

    // ---- the progress form

    void aFormGoesOutAndComesBack() {
        Builder b = job();
        Transaction tx(b.programme);
        QVERIFY(setDataDate(tx, "22 Mar 2027").ok());
        const std::vector<ActivityId> ids{b.id("A"), b.id("B"), b.id("M")};
        Sheet form = progressForm(tx.programme(), schedule(tx.programme()), ids, {});
        const auto put = [&](std::size_t row, std::size_t column, const char* text) {
            form.rows[row][column].text = text;
        };
        QCOMPARE(form.rows[0][6].text, std::string("Started"));
        put(1, 6, "2027-03-01");
        put(1, 7, "12 Mar 2027");
        put(2, 6, "15/3/2027");
        put(2, 8, "40");
        const auto count = applyProgressForm(tx, form);
        QVERIFY2(count.ok(), count.ok() ? "" : count.error().sentence().c_str());
        QCOMPARE(count->rows, std::size_t(3));
        QCOMPARE(count->changed, std::size_t(2));
        QCOMPARE(tx.programme().activities.row(b.id("B"))->remaining, std::optional<Minutes>(6 * 480));
        // Once more, as it is now: nothing changes.
        const Programme after = tx.programme();
        const auto again = applyProgressForm(tx, progressForm(after, schedule(after), ids, {}));
        QVERIFY(again.ok());
        QCOMPARE(again->changed, std::size_t(0));
        QVERIFY(tx.programme() == after);
    }

    void everyImpossibleEntryOfAFormIsNamed() {
        Builder b = job();
        const Programme before = b.programme;
        {
            Transaction tx(b.programme);
            QVERIFY(setDataDate(tx, "22 Mar 2027").ok());
            Sheet form;
            for (const std::vector<const char*>& row : {std::vector{"ID", "Started", "Finished", "Done", "Days left"},
                                                        {"A", "1 Apr 2027", "", "", ""},
                                                        {"B", "", "", "40", ""},
                                                        {"Q", "1 Mar 2027", "", "", ""}}) {
                auto& cells = form.rows.emplace_back();
                for (const char* text : row) cells.push_back({text, {}});
            }
            const auto count = applyProgressForm(tx, form);
            QVERIFY(!count.ok());
            QCOMPARE(count.errors().size(), std::size_t(3));
            QVERIFY(QString::fromStdString(count.errors()[0].place).contains("row 2, A, started"));
        }
        QVERIFY(b.programme == before);
    }
};

QTEST_GUILESS_MAIN(EventEditsTest)
#include "event_edits_test.moc"
