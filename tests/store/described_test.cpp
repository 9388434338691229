// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The one description of the data, and what is driven by it: files stay what they were, every reference is held
// against the programme, and a plain text goes everywhere by being described.
#include "core/model/describe/references.h"
#include "core/model/describe/texts.h"
#include "edit/acceleration_edits.h"
#include "edit/activity_edits.h"
#include "edit/claim_edits.h"
#include "edit/compare.h"
#include "edit/contract_edits.h"
#include "edit/event_edits.h"
#include "edit/forget.h"
#include "edit/section_edits.h"
#include "edit/table_import.h"
#include "store/file.h"
#include "store/json.h"
#include "store/native.h"
#include "store/native_schema.h"
#include "store/programme_file.h"
#include "store/statement.h"
#include "support/anybody.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <random>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

std::string bytesOf(const std::string& path) {
    QFile file(QString::fromStdString(path));
    if (!file.open(QFile::ReadOnly)) qFatal("cannot read");
    return file.readAll().toStdString();
}

/// A programme with rows of every kind that name each other.
Programme rich(std::uint32_t seed) {
    Programme p = randomProgramme(seed, {});
    std::mt19937 random(seed);
    for (int i = 0; i < 200; ++i) {
        Transaction tx(p);
        if (!anybody(tx, random, Manners::good).ok() || !faultsOf(p).empty()) tx.rollBack();
        static_cast<void>(tx.commit("step"));
    }
    return p;
}

/// Calls with each id of a row that can be changed, in groups and lists too.
template <typename Row, typename Function> void eachId(Row& row, const Function& function) {
    describe::forEachField<Row>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        Value& value = row.*field.member;
        if constexpr (describe::IsId<Value>::value) {
            function(value);
        } else if constexpr (describe::IsList<Value>::value) {
            if constexpr (describe::IsId<typename Value::value_type>::value)
                for (auto& id : value) function(id);
            else if constexpr (describe::IsDescribed<typename Value::value_type>)
                for (auto& part : value) eachId(part, function);
        }
    });
}

} // namespace

class DescribedTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

private slots:
    void theOpenTextFormatIsWrittenAsItWas() {
        for (const char* name : {"any1", "any2", "any3"}) {
            const std::string text = bytesOf(std::string(SOURCE_DIR "/tests/data/forms/") + name + ".yarrin.json");
            const auto read = programmeFromJson(text);
            QVERIFY2(read.ok(), read.ok() ? "" : read.error().sentence().c_str());
            QVERIFY2(programmeToJson(*read) == text, name);
        }
    }

    void aNativeFileOfVersion6SaysTheSame() {
        const auto read = readProgramme(SOURCE_DIR "/tests/data/forms/any3.version6.yarrin");
        QVERIFY2(read.ok(), read.ok() ? "" : read.error().sentence().c_str());
        QVERIFY(programmeToJson(*read) == bytesOf(SOURCE_DIR "/tests/data/forms/any3.yarrin.json"));
        // Brought up to date in place, it says the same, and what is new can be kept in it.
        const std::string path = m_folder.filePath(QStringLiteral("six.yarrin")).toStdString();
        QVERIFY(QFile::copy(QStringLiteral(SOURCE_DIR "/tests/data/forms/any3.version6.yarrin"),
                            QString::fromStdString(path)));
        QFile::setPermissions(QString::fromStdString(path), QFile::ReadOwner | QFile::WriteOwner);
        const auto held = ProgrammeFile::open(path, {"Planner", "2027-03-02 08:00:00"});
        QVERIFY2(held.ok(), held.ok() ? "" : held.error().sentence().c_str());
        Programme p = held->programme;
        QVERIFY(!p.activities.empty());
        Transaction tx(p);
        QVERIFY(setText(tx, p.activities[0].id, *activityText("responsible"), "Piling gang").ok());
        const Edit edit = *tx.commit("responsible");
        QVERIFY(held->file->record(EntryKind::edit, edit, p, {"Planner", "2027-03-02 08:00:00"}).ok());
        QVERIFY(*readProgramme(path).operator->() == p);
        QVERIFY(*held->file->programmeAfter(0).operator->() == *read);
    }

    /// A record that was sealed in version 6 goes on from that seal after a column came, and says so.
    void aSealOfVersion6HoldsAfterAColumnCame() {
        const std::string path = m_folder.filePath(QStringLiteral("sealed.yarrin")).toStdString();
        QVERIFY(QFile::copy(QStringLiteral(SOURCE_DIR "/tests/data/native/version6-frozen.yarrin"),
                            QString::fromStdString(path)));
        QFile::setPermissions(QString::fromStdString(path), QFile::ReadOwner | QFile::WriteOwner);
        const std::string seal = "5-WK76-7RQK-BZ63-T3CC-QGWG-QVHH";
        {
            const auto held = ProgrammeFile::open(path, {"Planner", "2027-03-02 08:00:00"});
            QVERIFY2(held.ok(), held.ok() ? "" : held.error().sentence().c_str());
            Programme p = held->programme;
            Transaction tx(p);
            QVERIFY(setText(tx, p.activities[0].id, *activityText("responsible"), "Piling gang").ok());
            const Edit edit = *tx.commit("responsible");
            QVERIFY(held->file->record(EntryKind::edit, edit, p, {"Planner", "2027-03-02 08:00:00"}).ok());
            QVERIFY(held->file->freeze(p, "B", "Update", "", {"Planner", "2027-03-02 08:00:00"}).ok());
        }
        const auto found = verifyFile(path, seal);
        QVERIFY(found.ok());
        for (const std::string& fault : found->faults) qWarning("%s", fault.c_str());
        QVERIFY(found->whole());
        QCOMPARE(found->revisions.size(), std::size_t(2));
        // What the new column says is sealed as well.
        {
            Database file(path, Database::Mode::change);
            file.run("UPDATE activity SET responsible = 'Somebody' WHERE id = (SELECT min(id) FROM activity)");
        }
        QVERIFY(!verifyFile(path, seal)->whole());
    }

    /// A file of version 7 knew no rule of concurrency: it opens with the one that is meant where none is named, its
    /// seal holds, and the rule that is chosen is kept, sealed and taken back.
    void aSealOfVersion7HoldsAfterTheRuleCame() {
        const std::string path = m_folder.filePath(QStringLiteral("seven.yarrin")).toStdString();
        QVERIFY(QFile::copy(QStringLiteral(SOURCE_DIR "/tests/data/native/version7-frozen.yarrin"),
                            QString::fromStdString(path)));
        QFile::setPermissions(QString::fromStdString(path), QFile::ReadOwner | QFile::WriteOwner);
        const std::string seal = "4-4832-J05X-97MY-J14B-1RCM-DXE0";
        {
            const auto held = ProgrammeFile::open(path, {"Planner", "2027-03-02 08:00:00"});
            QVERIFY2(held.ok(), held.ok() ? "" : held.error().sentence().c_str());
            Programme p = held->programme;
            QVERIFY(p.job.concurrency == ConcurrencyRule::timeNotMoney);
            Transaction tx(p);
            QVERIFY(setConcurrency(tx, ConcurrencyRule::apportioned).ok());
            QVERIFY(setNearDays(tx, "7").ok());
            const Edit edit = *tx.commit("rule");
            QVERIFY(held->file->record(EntryKind::edit, edit, p, {"Planner", "2027-03-02 08:00:00"}).ok());
            QVERIFY(*readProgramme(path).operator->() == p);
            QVERIFY(held->file->programmeAfter(0)->job.concurrency == ConcurrencyRule::timeNotMoney);
            apply(p, inverse(edit));
            QVERIFY(held->file->record(EntryKind::undo, inverse(edit), p, {"Planner", "2027-03-02 08:00:00"}).ok());
            QVERIFY(*readProgramme(path).operator->() == p);
        }
        const auto found = verifyFile(path, seal);
        QVERIFY(found.ok());
        for (const std::string& fault : found->faults) qWarning("%s", fault.c_str());
        QVERIFY(found->whole());
        // What the window does not take, the file does not open with.
        {
            Database file(path, Database::Mode::change);
            file.run("INSERT OR REPLACE INTO job VALUES ('near_days', '366')");
        }
        QVERIFY(!readProgramme(path).ok());
    }

    /// A file of version 8 knew no courses of claims nor records of time won: it opens without any, its seal holds, and
    /// what is new is kept, sealed and taken back.
    void aSealOfVersion8HoldsAfterTheRecordsCame() {
        const std::string path = m_folder.filePath(QStringLiteral("eight.yarrin")).toStdString();
        QVERIFY(QFile::copy(QStringLiteral(SOURCE_DIR "/tests/data/native/version8-frozen.yarrin"),
                            QString::fromStdString(path)));
        QFile::setPermissions(QString::fromStdString(path), QFile::ReadOwner | QFile::WriteOwner);
        const std::string seal = "7-JFK9-YX8W-2RHQ-VHXZ-73HR-X33Q";
        {
            const auto held = ProgrammeFile::open(path, {"Planner", "2027-03-02 08:00:00"});
            QVERIFY2(held.ok(), held.ok() ? "" : held.error().sentence().c_str());
            Programme p = held->programme;
            const Programme before = p;
            QVERIFY(p.accelerations.empty() && p.sections[0].steps.empty() && p.job.barredCount);
            Transaction tx(p);
            const SectionId section = p.sections[0].id;
            QVERIFY(addRateStep(tx, section, "15", "900").ok());
            QVERIFY(setSectionField(tx, section, SectionField::grace, "3").ok());
            QVERIFY(setEventField(tx, p.events[0].id, EventField::risk, "employer").ok());
            QVERIFY(addClaimEntry(tx, p.events[0].id, ClaimStep::granted, section, "4", "1 Jun 2030", "letter").ok());
            QVERIFY(addAcceleration(tx, dateFrom(2027, 3, 2)).ok());
            QVERIFY(setJobSwitch(tx, JobSwitch::barredCount, false).ok());
            const Edit edit = *tx.commit("terms");
            QVERIFY(held->file->record(EntryKind::edit, edit, p, {"Planner", "2027-03-02 08:00:00"}).ok());
            QVERIFY(*readProgramme(path).operator->() == p);
            QVERIFY(*held->file->programmeAfter(0).operator->() == before);
            apply(p, inverse(edit));
            QVERIFY(held->file->record(EntryKind::undo, inverse(edit), p, {"Planner", "2027-03-02 08:00:00"}).ok());
            QVERIFY(*readProgramme(path).operator->() == p && p == before);
            QVERIFY(held->file->freeze(p, "B", "Update", "", {"Planner", "2027-03-02 08:00:00"}).ok());
        }
        const auto found = verifyFile(path, seal);
        QVERIFY(found.ok());
        for (const std::string& fault : found->faults) qWarning("%s", fault.c_str());
        QVERIFY(found->whole());
        // A row that came into a new table is sealed as well.
        {
            Database file(path, Database::Mode::change);
            file.run("INSERT INTO acceleration (id, position, key) VALUES (9, 0, 'R9')");
        }
        QVERIFY(!verifyFile(path, seal)->whole());
    }

    /// Every version's tables lead to today's: made anew, or brought there step by step, they have the same columns.
    void everyWayToTodaysTablesEndsThere() {
        const auto columns = [](Database& database) {
            std::map<std::string, std::set<std::string>> all;
            Statement row(database, "SELECT t.name, c.name || ' ' || c.type || ' ' || c.\"notnull\" || ' ' || "
                                    "ifnull(c.dflt_value, '-') FROM sqlite_schema t, pragma_table_info(t.name) c");
            while (row.next()) {
                const std::string table = row.text();
                all[table].insert(row.text());
            }
            return all;
        };
        Database today(":memory:", Database::Mode::create);
        makeTables(today, nativeSchemaVersion);
        for (int version = 4; version < nativeSchemaVersion; ++version) {
            Database older(":memory:", Database::Mode::create);
            makeTables(older, version);
            for (int at = version; at < nativeSchemaVersion; ++at) migrate(older, at);
            QVERIFY(!older.failed());
            QVERIFY2(columns(older) == columns(today), qPrintable(QString::number(version)));
            QCOMPARE(QString::fromStdString(schemaFault(older)), QString());
        }
    }

    /// Whatever field of whatever row is made to name what is not there: it is a fault.
    void everyDanglingReferenceIsAFault() {
        int tried = 0;
        std::set<std::string> kinds;
        for (std::uint32_t seed = 1; seed <= 12; ++seed) {
            const Programme whole = rich(seed);
            QVERIFY(faultsOf(whole).empty());
            forEachRowType([&]<typename Row>(Row*) {
                const auto& rows = tableOf<Row>(whole);
                for (std::size_t i = 0; i < std::min<std::size_t>(rows.size(), 6); ++i) {
                    Row counted = rows[i];
                    int ids = 0;
                    eachId(counted, [&](auto&) { ++ids; });
                    for (int at = 0; at < ids; ++at) {
                        Row bad = rows[i];
                        int now = 0;
                        eachId(bad, [&](auto& id) {
                            if (now++ == at) id.value = 900'000;
                        });
                        Programme broken = whole;
                        tableOf<Row>(broken).replace(i, bad);
                        const bool found = !faultsOf(broken).empty();
                        if (!found) qWarning("%s, id %d", std::string(describe::Described<Row>::table).c_str(), at);
                        QVERIFY(found);
                        ++tried;
                        kinds.insert(std::string(describe::Described<Row>::table));
                    }
                }
            });
        }
        QVERIFY2(tried > 500 && kinds.size() >= 9, qPrintable(QStringLiteral("%1 in %2").arg(tried).arg(kinds.size())));
    }

    /// What rows are forgotten by, nothing names afterwards, apart from what an operation of its own decides.
    void whatIsForgottenIsNamedByNothing() {
        int forgotten = 0;
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            Programme p = rich(seed);
            const Programme before = p;
            std::mt19937 random(seed);
            Transaction tx(p);
            const auto check = [&]<typename Id>(Id id) {
                forget<Id>(tx, std::span(&id, 1));
                describe::Going going;
                going.add(id);
                forEachRowType([&]<typename Row>(Row*) {
                    for (const Row& row : tableOf<Row>(p))
                        QVERIFY(describe::leftOf(row, going) == describe::Left::asItIs);
                });
                ++forgotten;
            };
            if (!p.activities.empty()) check(p.activities[random() % p.activities.size()].id);
            if (!p.bill.empty()) check(p.bill[random() % p.bill.size()].id);
            if (!p.sections.empty()) check(p.sections[random() % p.sections.size()].id);
            if (!p.sequences.empty()) check(p.sequences[random() % p.sequences.size()].id);
            if (!p.book.empty()) check(p.book[random() % p.book.size()].id);
            tx.rollBack();
            QVERIFY(p == before);
        }
        QVERIFY2(forgotten > 100, qPrintable(QString::number(forgotten)));
    }

    /// A plain text is in files, history, comparison, import and export, because it is described.
    void aDescribedTextGoesEverywhere() {
        QVERIFY(!activityTexts().empty());
        for (const PlainText& text : activityTexts()) {
            Builder b;
            b.task("A", 2).task("B", 3);
            const Programme before = b.programme;
            Programme& p = b.programme;
            {
                Transaction tx(p);
                QVERIFY(setText(tx, b.id("A"), text, "  Formwork gang  ").ok());
                QVERIFY(!setText(tx, b.id("B"), text, std::string(text.longest + 1, 'x')).ok());
                static_cast<void>(tx.commit("text"));
            }
            QCOMPARE(p.activities[0].*text.member, std::string("Formwork gang"));
            const std::string native = m_folder.filePath(QStringLiteral("t.yarrin")).toStdString();
            QVERIFY(writeProgramme(p, native, FileFormat::native).ok());
            QVERIFY(*readProgramme(native).operator->() == p);
            const std::string json = programmeToJson(p);
            QVERIFY(json.find("\"" + text.name + "\": \"Formwork gang\"") != std::string::npos);
            QVERIFY(*programmeFromJson(json).operator->() == p);
            // Where nobody said anything the format is what it was.
            QVERIFY(programmeToJson(before).find(text.name) == std::string::npos);
            const Schedule then = schedule(before), now = schedule(p);
            const auto differences = compare({before, then}, {p, now}, MatchBy::identity);
            QCOMPARE(differences.size(), std::size_t(1));
            QCOMPARE(differences[0].kind, DifferenceKind::texts);
            QCOMPARE(differences[0].after, std::string("Formwork gang"));
            // A table from outside brings it by its heading.
            Sheet sheet;
            sheet.rows = {{{"ID", {}}, {"Activity", {}}, {"Duration", {}}, {text.label, {}}},
                          {{"X1", {}}, {"Strip", {}}, {"2d", {}}, {"Piling gang", {}}}};
            const auto reading = readSchedule(p, sheet, guessColumns(sheet, scheduleFields(), {}), Builder::five);
            QVERIFY(reading.faults.empty());
            Transaction tx(p);
            QVERIFY(importSchedule(tx, reading, Builder::five).ok());
            QCOMPARE(p.activities[2].*text.member, std::string("Piling gang"));
            // Too long a text, put into a file by somebody else, is a fault.
            Activity bad = p.activities[0];
            bad.*text.member = std::string(text.longest + 1, 'x');
            tx.set(bad);
            QVERIFY(!faultsOf(p).empty());
        }
    }
};

QTEST_GUILESS_MAIN(DescribedTest)
#include "described_test.moc"
