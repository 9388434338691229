// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/event_edits.h"
#include "store/file.h"
#include "store/json.h"
#include "store/programme_file.h"
#include "support/any_edit.h"
#include "support/random_programme.h"

#include <QScopeGuard>
#include <QTemporaryDir>
#include <QTest>

#include <csignal>
#include <fstream>
#include <sqlite3.h>
#include <sys/mount.h>
#include <sys/resource.h>

using namespace yarrin;
using namespace yarrin::test;
namespace fs = std::filesystem;

namespace {

const Stamp planner{"A. Planner", "2027-03-01 08:00:00"};

/// Runs one statement on a file behind the program's back.
void sql(const fs::path& path, const char* statement) {
    sqlite3* db = nullptr;
    sqlite3_open(path.c_str(), &db);
    char* fault = nullptr;
    if (sqlite3_exec(db, statement, nullptr, nullptr, &fault) != SQLITE_OK) qWarning("%s", fault);
    sqlite3_close(db);
}

std::string bytesOf(const fs::path& path) {
    std::ifstream stream(path, std::ios::binary);
    return {std::istreambuf_iterator<char>(stream), {}};
}

void spill(const fs::path& path, const std::string& bytes) {
    std::ofstream(path, std::ios::binary | std::ios::trunc) << bytes;
}

} // namespace

class ProgrammeFileTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    fs::path file(const char* name) const { return fs::path(m_folder.path().toStdString()) / name; }

    /// A native file of a programme, opened; tells what kept it from that.
    ProgrammeFile::Opened opened(const fs::path& path) {
        auto result = ProgrammeFile::open(path, planner);
        if (!result.ok()) qWarning("%s", result.error().sentence().c_str());
        return std::move(result).value();
    }

    static Programme onDisk(const fs::path& path) {
        const auto read = readProgramme(path);
        if (!read.ok()) qFatal("%s", read.error().sentence().c_str());
        return *read;
    }

    /// Makes up to `steps` random edits and records each.
    static void work(ProgrammeFile& held, Programme& p, std::mt19937& random, int steps,
                     const std::function<void(std::int64_t)>& recorded) {
        for (int i = 0; i < steps && !p.activities.empty(); ++i) {
            Transaction tx(p);
            if (!anyEdit(tx, random).ok()) continue;
            const auto edit = tx.commit("step " + std::to_string(i));
            if (!edit) continue;
            const auto number = held.record(EntryKind::edit, *edit, p, planner);
            QVERIFY2(number.ok(), number.ok() ? "" : number.error().sentence().c_str());
            recorded(*number);
        }
    }

private slots:
    /// Whatever was recorded is there when the file is opened again, and so is every state before.
    void everyStateComesBack() {
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            const fs::path path = file("states.yarrin");
            Programme p = randomProgramme(seed, {});
            QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
            std::mt19937 random(seed);
            std::map<std::int64_t, Programme> states{{0, p}};
            {
                const auto held = opened(path);
                QVERIFY(held.programme == p);
                work(*held.file, p, random, 30, [&](std::int64_t number) { states[number] = p; });
                held.file->close(planner);
            }
            const auto again = opened(path);
            QVERIFY2(again.programme == p, qPrintable(QStringLiteral("seed %1").arg(seed)));
            QVERIFY(!again.file->unfinished());
            const auto entries = again.file->history();
            QVERIFY(entries.ok());
            QCOMPARE(entries->size(), states.size() - 1);
            for (const auto& [number, state] : states) {
                const auto then = again.file->programmeAfter(number);
                QVERIFY2(then.ok() && *then == state,
                         qPrintable(QStringLiteral("seed %1, entry %2: %3")
                                        .arg(seed)
                                        .arg(number)
                                        .arg(then.ok() ? "another programme" : then.error().sentence().c_str())));
            }
            // And a difference between any two states leads from one to the other.
            const Programme& first = states.begin()->second;
            Programme moved = p;
            apply(moved, differenceBetween(p, first, "back"));
            QVERIFY(moved == first);
            apply(moved, differenceBetween(first, p, "and forth"));
            QVERIFY(moved == p);
            fs::remove(path);
        }
    }

    /// Rows put in between again and again run out of numbers between two positions, and are counted anew.
    void rowsPutInBetweenStayInOrder() {
        const fs::path path = file("between.yarrin");
        Builder b;
        b.task("A", 480);
        b.task("B", 480);
        Programme p = b.programme;
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        const auto held = opened(path);
        for (int i = 0; i < 150; ++i) {
            Transaction tx(p);
            QVERIFY(addActivity(tx, ActivityKind::task, p.activities[0].id, {}, "N" + std::to_string(i)).ok());
            QVERIFY(held.file->record(EntryKind::edit, *tx.commit("in between"), p, planner).ok());
        }
        QVERIFY(*readProgramme(path).operator->() == p);
        QVERIFY(*held.file->programmeAfter(75).operator->() != p);
        QCOMPARE(held.file->programmeAfter(75)->activities.size(), std::size_t(77));
    }

    void aSecondOneReadsAndIsToldWhoHasIt() {
        const fs::path path = file("held.yarrin");
        Programme p = randomProgramme(3, {});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        auto first = opened(path);
        QVERIFY(!first.file->readOnly());
        auto second = opened(path);
        QVERIFY(second.file->readOnly());
        QVERIFY2(second.file->readOnly()->find("A. Planner on ") == 0, second.file->readOnly()->c_str());
        QVERIFY(second.programme == p);
        Transaction tx(p);
        QVERIFY(setTitle(tx, "Another").ok());
        const Edit edit = *tx.commit("title");
        QVERIFY(!second.file->record(EntryKind::edit, edit, p, planner).ok());
        QVERIFY(first.file->record(EntryKind::edit, edit, p, planner).ok());
        first.file.reset();
        // What is left lying about by a program that was killed holds nothing.
        spill(path.parent_path() / ".held.yarrin.held", "held by Nobody on here");
        QVERIFY(!opened(path).file->readOnly());
    }

    void anUnfinishedSessionIsReported() {
        const fs::path path = file("unfinished.yarrin");
        Programme p = randomProgramme(4, {});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        {
            const auto held = opened(path);
            Transaction tx(p);
            QVERIFY(setTitle(tx, "Changed").ok());
            QVERIFY(held.file->record(EntryKind::edit, *tx.commit("title"), p, planner).ok());
        }
        const auto again = opened(path);
        QVERIFY(again.file->unfinished());
        QCOMPARE(again.file->unfinished()->changes, std::int64_t(1));
        QCOMPARE(QString::fromStdString(again.programme.job.title), QStringLiteral("Changed"));
        again.file->close(planner);
        QVERIFY(!opened(path).file->unfinished());
    }

    /// Files that earlier versions of the program wrote are read as they are, and brought up to date by the first
    /// change.
    void olderFilesAreBroughtUpToDate_data() {
        QTest::addColumn<int>("version");
        for (const int version : {1, 2, 3, 4}) QTest::addRow("version %d", version) << version;
    }
    void olderFilesAreBroughtUpToDate() {
        QFETCH(int, version);
        const fs::path kept =
            fs::path(SOURCE_DIR "/tests/data/native") / ("version" + std::to_string(version) + ".yarrin");
        const fs::path path = file("older.yarrin");
        fs::copy_file(kept, path, fs::copy_options::overwrite_existing);
        const std::string before = bytesOf(path);
        Programme p;
        {
            const auto held = opened(path);
            p = held.programme;
            QCOMPARE(QString::fromStdString(p.job.title), QStringLiteral("Slipway"));
            QCOMPARE(p.activities.size(), std::size_t(3));
            QCOMPARE(p.calendars[0].exceptions.size(), std::size_t(version == 1 ? 1 : 2));
            QCOMPARE(p.bill.size(), std::size_t(version >= 3 ? 1 : 0));
            const Schedule figures = schedule(p);
            QVERIFY(figures.ok());
            // By hand: four days from Monday the 1st, a day's lag, then five days, not before Monday the 8th.
            QCOMPARE(QString::fromStdString(isoInstant(*figures.programmeFinish)), QStringLiteral("2027-03-12T17:00"));
            QVERIFY(held.file->history()->empty());
            QVERIFY2(bytesOf(path) == before, "opening changed the file");
            const Programme first = p;
            Transaction tx(p);
            QVERIFY(setTitle(tx, "Changed").ok());
            QVERIFY(held.file->record(EntryKind::edit, *tx.commit("title"), p, planner).ok());
            QVERIFY(*readProgramme(path).operator->() == p);
            QVERIFY(*held.file->programmeAfter(0).operator->() == first);
            QVERIFY(held.file->freeze(p, "A", "Update", "", planner).ok());
            held.file->close(planner);
        }
        const auto again = opened(path);
        QVERIFY(again.programme == p);
        QVERIFY(verifyFile(path)->whole());
    }

    /// A file of version 4 with three changes after its revision: the history and the revision still read after the
    /// tables got the columns of today, and what was frozen keeps its SHA-256.
    void aHistoryOfVersion4GoesOn() {
        const fs::path path = file("older.yarrin");
        fs::copy_file(fs::path(SOURCE_DIR "/tests/data/native/version4-frozen.yarrin"), path,
                      fs::copy_options::overwrite_existing);
        const auto held = opened(path);
        Programme p = held.programme;
        QCOMPARE(QString::fromStdString(p.job.title), QStringLiteral("Slipway two"));
        QVERIFY(p.sections.empty());
        Transaction tx(p);
        const auto event = addEvent(tx, dateFrom(2027, 3, 9));
        QVERIFY(setEventField(tx, *event, EventField::effects, "A020 +2d; A011 stopped 2 Mar 2027").ok());
        QVERIFY(held.file->record(EntryKind::edit, *tx.commit("event"), p, planner).ok());
        QVERIFY(*readProgramme(path).operator->() == p);
        const auto entries = held.file->history();
        QCOMPARE(entries->size(), std::size_t(6)); // frozen, accepted, three changes, and this one
        const auto first = held.file->programmeAfter(0);
        QVERIFY2(first.ok(), first.ok() ? "" : first.error().sentence().c_str());
        QCOMPARE(QString::fromStdString(first->activities[0].key), QStringLiteral("A010"));
        QCOMPARE(first->sections.size(), std::size_t(1));
        QCOMPARE(first->events.size(), std::size_t(1));
        QCOMPARE(first->events[0].sectionDays, (std::vector<EventDays>{{first->sections[0].id, 5, 3, 0}}));
        held.file->close(planner);
        const auto verified = verifyFile(path);
        QCOMPARE(verified->revisions.size(), std::size_t(1));
        QVERIFY2(verified->revisions.front().fault.empty(), verified->revisions.front().fault.c_str());
        for (const std::string& fault : verified->faults) QFAIL(fault.c_str());
    }

    /// Whatever fails while writing: nothing of the edit is in the file, and it goes in when it can.
    void aFullDiskTakesNothingAndTheEditGoesInLater() {
        const fs::path path = file("full.yarrin");
        Programme p = randomProgramme(6, {});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        const auto held = opened(path);
        const Programme before = p;
        Transaction tx(p);
        for (int i = 0; i < 400; ++i)
            QVERIFY(addActivity(tx, ActivityKind::task, {}, {}, "Row " + std::string(200, 'x')).ok());
        const Edit edit = *tx.commit("many");
        ::signal(SIGXFSZ, SIG_IGN);
        rlimit old{}, small{};
        ::getrlimit(RLIMIT_FSIZE, &old);
        small = old;
        small.rlim_cur = fs::file_size(path);
        ::setrlimit(RLIMIT_FSIZE, &small);
        const auto refused = held.file->record(EntryKind::edit, edit, p, planner);
        ::setrlimit(RLIMIT_FSIZE, &old);
        QVERIFY(!refused.ok());
        QVERIFY(*readProgramme(path).operator->() == before);
        const auto taken = held.file->record(EntryKind::edit, edit, p, planner);
        QVERIFY2(taken.ok(), taken.ok() ? "" : taken.error().sentence().c_str());
        QVERIFY(*readProgramme(path).operator->() == p);
    }

    /// Writing stops at one byte after another, in the journal and in the file: all of an edit is there, or nothing.
    void wherePartOfAWriteFailsNothingIsHalfDone() {
        const fs::path path = file("half.yarrin");
        Programme p = randomProgramme(16, {.activities = 60});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        auto held = opened(path);
        ::signal(SIGXFSZ, SIG_IGN);
        rlimit old{};
        ::getrlimit(RLIMIT_FSIZE, &old);
        std::mt19937 random(16);
        int failures = 0;
        for (int i = 0; i < 150; ++i) {
            Transaction tx(p);
            for (int many = int(random() % 30); many >= 0 && !p.activities.empty(); --many)
                static_cast<void>(anyEdit(tx, random));
            // What a refused one left of its way stays here, as it never does in a document.
            if (!faultsOf(p).empty()) tx.rollBack();
            const auto edit = tx.commit("some");
            if (!edit) continue;
            const Programme before = onDisk(path);
            rlimit small = old;
            small.rlim_cur = random() % (fs::file_size(path) + 20000);
            ::setrlimit(RLIMIT_FSIZE, &small);
            const auto number = held.file->record(EntryKind::edit, *edit, p, planner);
            ::setrlimit(RLIMIT_FSIZE, &old);
            if (!number.ok()) {
                ++failures;
                QVERIFY2(onDisk(path) == before, "half of an edit is in the file");
                const auto again = held.file->record(EntryKind::edit, *edit, p, planner);
                QVERIFY2(again.ok(), again.ok() ? "" : again.error().sentence().c_str());
            }
            QVERIFY(onDisk(path) == p);
        }
        QVERIFY2(failures > 30, qPrintable(QString::number(failures)));
        QVERIFY(verifyFile(path).ok());
        QVERIFY(*held.file->programmeAfter(0).operator->() == randomProgramme(16, {.activities = 60}));
    }

    /// A disk of its own that is really full, where one may be mounted.
    void aFullDiskOfItsOwn() {
        const fs::path disk = file("disk");
        fs::create_directory(disk);
        if (::mount("tmpfs", disk.c_str(), "tmpfs", 0, "size=700k") != 0) QSKIP("no disk may be mounted here");
        const auto unmount = qScopeGuard([&] { ::umount2(disk.c_str(), MNT_DETACH); });
        const fs::path path = disk / "job.yarrin";
        Programme p = randomProgramme(17, {.activities = 60});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        std::ofstream(disk / "ballast") << std::string(200000, 'x');
        const auto held = opened(path);
        std::vector<Edit> waiting;
        std::string said;
        for (int i = 0; i < 400 && waiting.size() < 3; ++i) {
            Transaction tx(p);
            for (int many = 0; many < 20; ++many)
                QVERIFY(addActivity(tx, ActivityKind::task, {}, {}, std::string(150, 'n')).ok());
            const Edit edit = *tx.commit("more");
            if (waiting.empty()) {
                const auto number = held.file->record(EntryKind::edit, edit, p, planner);
                if (number.ok()) continue;
                said = number.error().what;
            }
            waiting.push_back(edit);
        }
        QCOMPARE(said, std::string("the disk is full"));
        Programme written = p;
        for (auto one = waiting.rbegin(); one != waiting.rend(); ++one) apply(written, inverse(*one));
        QVERIFY(*readProgramme(path).operator->() == written);
        fs::remove(disk / "ballast");
        for (const Edit& edit : waiting) {
            apply(written, edit);
            const auto number = held.file->record(EntryKind::edit, edit, written, planner);
            QVERIFY2(number.ok(), number.ok() ? "" : number.error().sentence().c_str());
        }
        QVERIFY(*readProgramme(path).operator->() == p);
    }

    void aFileThatIsGoneIsSaid() {
        const fs::path path = file("gone.yarrin");
        Programme p = randomProgramme(7, {});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        const auto held = opened(path);
        Transaction tx(p);
        QVERIFY(setTitle(tx, "Changed").ok());
        const Edit edit = *tx.commit("title");
        fs::rename(path, file("elsewhere.yarrin"));
        const auto refused = held.file->record(EntryKind::edit, edit, p, planner);
        QVERIFY(!refused.ok());
        QVERIFY(refused.error().what.find("no longer there") != std::string::npos);
        fs::rename(file("elsewhere.yarrin"), path);
        QVERIFY(held.file->record(EntryKind::edit, edit, p, planner).ok());
    }

    void revisionsStayAsTheyWereFrozen() {
        const fs::path path = file("frozen.yarrin");
        Programme p = randomProgramme(8, {});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        auto held = opened(path);
        const Programme first = p;
        const auto a = held.file->freeze(p, "A", "Tender", "# Basis\n", planner);
        QVERIFY2(a.ok(), a.ok() ? "" : a.error().sentence().c_str());
        QVERIFY(!held.file->freeze(p, "A", "Again", "", planner).ok());
        QVERIFY(!held.file->freeze(p, "", "Nothing", "", planner).ok());
        std::mt19937 random(8);
        work(*held.file, p, random, 40, [](std::int64_t) {});
        const auto b = held.file->freeze(p, "B", "Contract", "", planner);
        QVERIFY(b.ok());
        QVERIFY(held.file->accept(*a, "", planner).ok());
        QVERIFY2(!held.file->accept(*b, "", planner).ok(), "superseded without a reason");
        QVERIFY(!held.file->accept(*a, "twice", planner).ok());
        QVERIFY(held.file->accept(*b, "Agreed at the meeting", planner).ok());
        QCOMPARE(held.file->acceptances()->size(), std::size_t(2));
        const auto list = held.file->revisions();
        QVERIFY(!list->front().contract && list->back().contract);
        QVERIFY(*held.file->programmeOf(list->front()).operator->() == first);
        QVERIFY(*held.file->programmeOf(list->back()).operator->() == p);
        QVERIFY(held.file->copyTo(file("copy.yarrin")).ok());
        held.file.reset();
        QCOMPARE(revisionsIn(file("copy.yarrin"))->size(), std::size_t(2));
        const auto verified = verifyFile(path);
        QVERIFY(verified.ok());
        for (const Verified& one : verified->revisions) QVERIFY2(one.fault.empty(), one.fault.c_str());
        QVERIFY(verified->whole());
        QVERIFY(*revisionIn(path, "A").operator->() == first);
        QVERIFY(!revisionIn(path, "Z").ok());
        // The SHA-256 of the canonical form is what any other program finds.
        QCOMPARE(a->digest.size(), std::size_t(64));
        const std::string form = canonicalForm(*a, "2 ab", "cd");
        QVERIFY(form.starts_with("yarrin revision 2\nkey 1\nA\npurpose 6\nTender\n"));
    }

    /// Every bit of a frozen revision counts: wherever one is turned, it is reported.
    void oneTurnedBitIsReported() {
        const fs::path path = file("bits.yarrin");
        const Programme p = randomProgramme(9, {});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        {
            const auto held = opened(path);
            QVERIFY(held.file->freeze(p, "A", "Contract", "Text", planner).ok());
        }
        sqlite3* db = nullptr;
        sqlite3_open(path.c_str(), &db);
        sqlite3_blob* blob = nullptr;
        QCOMPARE(sqlite3_blob_open(db, "main", "revision", "content", 1, 1, &blob), SQLITE_OK);
        const int size = sqlite3_blob_bytes(blob);
        QVERIFY(size > 4096);
        std::mt19937 random(1);
        for (int i = 0; i < 60; ++i) {
            const int at = int(random() % unsigned(size));
            char byte = 0;
            sqlite3_blob_read(blob, &byte, 1, at);
            const char turned = char(byte ^ (1 << (random() % 8)));
            sqlite3_blob_write(blob, &turned, 1, at);
            sqlite3_blob_close(blob);
            const auto verified = verifyFile(path);
            QVERIFY2(verified.ok() && !verified->revisions.front().fault.empty(), qPrintable(QString::number(at)));
            sqlite3_blob_open(db, "main", "revision", "content", 1, 1, &blob);
            sqlite3_blob_write(blob, &byte, 1, at);
        }
        sqlite3_blob_close(blob);
        sqlite3_close(db);
        QVERIFY(verifyFile(path)->whole());
        for (const char* change : {"key = 'B'", "purpose = 'Tender'", "author = 'Other'", "at = '2027-03-02 08:00:00'",
                                   "narrative = 'Other'", "data_date = '2027-03-01T08:00'"}) {
            fs::copy_file(path, file("changed.yarrin"), fs::copy_options::overwrite_existing);
            sql(file("changed.yarrin"), (std::string("UPDATE revision SET ") + change).c_str());
            QVERIFY2(!verifyFile(file("changed.yarrin"))->whole(), change);
        }
    }
};

QTEST_MAIN(ProgrammeFileTest)
#include "programme_file_test.moc"
