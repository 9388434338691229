// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The disk on its bad days: every single write of every kind of change goes wrong in turn, and what others do to a file
// behind the program's back. YARRIN_TORTURE is the number of minutes for random scenarios on top; scripts/torture sets
// it.
#include "store/file.h"
#include "store/programme_file.h"
#include "store/signing.h"
#include "support/any_edit.h"
#include "support/fault_vfs.h"
#include "support/random_programme.h"

#include <QElapsedTimer>
#include <QScopeGuard>
#include <QTemporaryDir>
#include <QTest>

#include <fcntl.h>
#include <fstream>
#include <map>
#include <set>
#include <sys/stat.h>
#include <unistd.h>

using namespace yarrin;
using namespace yarrin::test;
namespace fs = std::filesystem;

namespace {

const Stamp planner{"A. Planner", "2027-03-01 08:00:00 +00:00"};

std::string bytesOf(const fs::path& path) {
    std::ifstream stream(path, std::ios::binary);
    return {std::istreambuf_iterator<char>(stream), {}};
}
void spill(const fs::path& path, const std::string& bytes) {
    std::ofstream(path, std::ios::binary | std::ios::trunc) << bytes;
}

/// What is done to a file in one go, and what the programme is after it.
struct Deed {
    const char* name;
    std::function<bool(ProgrammeFile&, Programme&)> run; ///< false where it failed; the programme is as before then
};

bool edit(ProgrammeFile& file, Programme& p, const std::function<Outcome(Transaction&)>& operation) {
    Transaction tx(p);
    if (!operation(tx).ok()) qFatal("the edit itself was refused");
    const Edit one = *tx.commit("step");
    if (file.record(EntryKind::edit, one, p, planner).ok()) return true;
    apply(p, inverse(one));
    return false;
}

const std::vector<Deed>& deeds() {
    static const std::vector<Deed> list{
        {"one row",
         [](ProgrammeFile& f, Programme& p) {
             return edit(f, p, [&](Transaction& tx) {
                 return setName(tx, p.activities[0].id, "Other " + p.activities[0].name);
             });
         }},
        {"many rows",
         [](ProgrammeFile& f, Programme& p) {
             return edit(f, p, [&](Transaction& tx) {
                 for (int i = 0; i < 60; ++i)
                     if (!addActivity(tx, ActivityKind::task, {}, {}, "Row " + std::string(150, 'x')).ok())
                         return Outcome(inputError("no"));
                 return done();
             });
         }},
        {"rows taken away",
         [](ProgrammeFile& f, Programme& p) {
             return edit(f, p, [&](Transaction& tx) {
                 return removeActivities(tx, std::array{p.activities[1].id, p.activities[2].id});
             });
         }},
        {"a name of a version",
         [](ProgrammeFile& f, Programme& p) {
             return f.record(EntryKind::named, Edit{"Version", {}}, p, planner).ok();
         }},
        {"a freeze",
         [](ProgrammeFile& f, Programme& p) {
             const auto before = f.revisions();
             const std::string key = "R" + std::to_string(before.ok() ? before->size() : 99);
             return f.freeze(p, key, "Update", "# Text", planner).ok();
         }},
        {"a narrative kept",
         [](ProgrammeFile& f, Programme&) { return f.keep("narrative", std::string(5000, 'n'), planner).ok(); }},
    };
    return list;
}

} // namespace

class FaultTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    fs::path file(const char* name) const { return fs::path(m_folder.path().toStdString()) / name; }

    /// A file with a history and a revision, as bytes; and its programme.
    std::pair<std::string, Programme> made(std::uint32_t seed) {
        static std::map<std::uint32_t, std::pair<std::string, Programme>> kept;
        if (const auto known = kept.find(seed); known != kept.end()) return known->second;
        return kept[seed] = madeAnew(seed);
    }
    std::pair<std::string, Programme> madeAnew(std::uint32_t seed) {
        const fs::path path = file("made.yarrin");
        fs::remove(path);
        Programme p = randomProgramme(seed, {.activities = 14});
        if (!writeProgramme(p, path, FileFormat::native).ok()) qFatal("not written");
        const auto held = ProgrammeFile::open(path, planner);
        for (const Deed& deed : deeds())
            if (!deed.run(*held->file, p)) qFatal("%s failed without a fault", deed.name);
        held->file->close(planner);
        return {bytesOf(path), p};
    }

private slots:
    void initTestCase() { FaultVfs::install(); }
    void cleanup() { FaultVfs::disarm(); }

    /// Whichever write fails, a deed is done whole or not at all, the file stays whole, and it goes in when it can.
    void everyWriteInTurn_data() {
        QTest::addColumn<int>("deed");
        QTest::addColumn<int>("kind");
        QTest::addColumn<bool>("first"); // the change that also brings an older file up to date
        for (int d = 0; d < int(deeds().size()); ++d)
            for (const auto& [kind, name] :
                 {std::pair(FaultVfs::Kind::once, "once"), std::pair(FaultVfs::Kind::full, "full"),
                  std::pair(FaultVfs::Kind::torn, "torn")})
                for (const bool first : {false, true})
                    QTest::addRow("%s, %s%s", deeds()[std::size_t(d)].name, name,
                                  first ? ", in a file of version 4" : "")
                        << d << int(kind) << first;
    }
    void everyWriteInTurn() {
        QFETCH(int, deed);
        QFETCH(int, kind);
        QFETCH(bool, first);
        auto [bytes, programme] = made(3);
        if (first) {
            bytes = bytesOf(SOURCE_DIR "/tests/data/native/version4-frozen.yarrin");
            spill(file("made.yarrin"), bytes);
            programme = *readProgramme(file("made.yarrin"));
        }
        const fs::path path = file("faulty.yarrin");
        int failures = 0;
        // An older file is brought up to date by the same hundreds of writes whatever the deed: the first has each of
        // them fail, the others share them.
        const int step = first && deed > 0 ? int(deeds().size()) - 1 : 1;
        for (int at = step > 1 ? deed : 1;; at += step) {
            QVERIFY2(at < 5000, "it never ends");
            spill(path, bytes);
            fs::remove(path.string() + "-journal");
            Programme p = programme;
            bool good = false;
            bool hit = false;
            {
                auto held = ProgrammeFile::open(path, planner);
                QVERIFY2(held.ok(), held.ok() ? "" : held.error().sentence().c_str());
                const std::size_t revisions = held->file->revisions()->size();
                FaultVfs::arm(FaultVfs::Kind(kind), at);
                good = deeds()[std::size_t(deed)].run(*held->file, p);
                hit = FaultVfs::hit();
                FaultVfs::disarm();
                if (kind == int(FaultVfs::Kind::torn)) {
                    // The power is gone: nothing more is done by this program.
                    held.value().file.reset();
                    const auto again = ProgrammeFile::open(path, planner);
                    QVERIFY2(again.ok(), again.ok() ? "" : again.error().sentence().c_str());
                    if (good) QVERIFY2(again->programme == p, "what was acknowledged is gone");
                    // What was not acknowledged may be there whole: a failed cut of the journal came after the commit.
                    if (!good && !(again->programme == programme)) {
                        Programme q = programme;
                        const fs::path twin = file("twin.yarrin");
                        spill(twin, bytes);
                        const auto other = ProgrammeFile::open(twin, planner);
                        QVERIFY(deeds()[std::size_t(deed)].run(*other->file, q));
                        QVERIFY2(again->programme == q, "half of it is there");
                    }
                } else if (!good) {
                    QVERIFY2(p == programme, "the programme was left half done");
                    QVERIFY2(*readProgramme(path).operator->() == programme,
                             qPrintable(QStringLiteral("write %1").arg(at)));
                    QCOMPARE(held->file->revisions()->size(), revisions);
                    QVERIFY2(deeds()[std::size_t(deed)].run(*held->file, p), "it does not go in later");
                    QVERIFY(*readProgramme(path).operator->() == p);
                }
            }
            failures += good ? 0 : 1;
            const auto verified = verifyFile(path);
            QVERIFY2(verified.ok() && verified->whole(),
                     qPrintable(QStringLiteral("write %1: %2")
                                    .arg(at)
                                    .arg(verified.ok() ? (verified->faults.empty() ? "a revision"
                                                                                   : verified->faults.front().c_str())
                                                       : verified.error().sentence().c_str())));
            if (good && !hit) break;
        }
        QVERIFY2(failures > 2, qPrintable(QString::number(failures)));
    }

    /// Another file is copied over the one that is open, or put in its place, or it is written to by somebody else.
    void whatOthersDoToTheFileIsNoticed_data() {
        QTest::addColumn<int>("how");
        for (int how = 0; how < 6; ++how) QTest::addRow("%d", how) << how;
    }
    void whatOthersDoToTheFileIsNoticed() {
        QFETCH(int, how);
        const auto [bytes, programme] = made(4);
        const auto [stranger, other] = made(5);
        const fs::path path = file("job.yarrin"), backup = file("backup.yarrin");
        spill(path, bytes);
        spill(backup, stranger);
        auto held = ProgrammeFile::open(path, planner);
        QVERIFY(held.ok());
        Programme p = held->programme;
        if (how != 4) QVERIFY(deeds()[0].run(*held->file, p));
        const std::string ours = bytesOf(path);
        switch (how) {
        case 0: // cp backup.yarrin job.yarrin
            spill(path, stranger);
            break;
        case 1: // a tool that puts another one in its place
            fs::copy_file(backup, file("new"));
            fs::rename(file("new"), path);
            break;
        case 2: { // an older generation of the same record comes back
            spill(path, bytes);
            break;
        }
        case 3: { // somebody writes into it
            sqlite3* db = nullptr;
            sqlite3_open(path.c_str(), &db);
            sqlite3_exec(db, "UPDATE activity SET name = 'Theirs'", nullptr, nullptr, nullptr);
            sqlite3_close(db);
            break;
        }
        case 4: { // before anything was done, with the times put back, as a tool that keeps them does
            struct stat old {};
            ::stat(path.c_str(), &old);
            spill(path, stranger);
            const timespec times[2] = {old.st_atim, old.st_mtim};
            ::utimensat(AT_FDCWD, path.c_str(), times, 0);
            break;
        }
        case 5: { // one byte within a page, behind SQLite's back
            std::string changed = ours;
            changed[changed.size() / 2] = char(changed[changed.size() / 2] ^ 1);
            spill(path, changed);
            break;
        }
        default:
            break;
        }
        const std::string theirs = bytesOf(path);
        const Programme before = p;
        const bool taken = deeds()[0].run(*held->file, p);
        if (how == 5 && taken) return; // where the byte stands in a page that nothing uses
        QVERIFY2(!taken, "it went into the stranger");
        QVERIFY(p == before);
        QVERIFY(held->file->isForeign());
        for (const Deed& deed : deeds()) QVERIFY2(!deed.run(*held->file, p), deed.name);
        QVERIFY(!held->file->copyTo(file("copy.yarrin")).ok());
        held->file->close(planner);
        QVERIFY2(bytesOf(path) == theirs, "the stranger was changed");
        if (how == 5) return;
        // What is there now can be gone on with, and the lock was never let go of.
        const auto now = held->file->reread(planner);
        QVERIFY2(now.ok(), now.ok() ? "" : now.error().sentence().c_str());
        QVERIFY(ProgrammeFile::open(path, planner)->file->readOnly());
        p = *now;
        QVERIFY(!p.activities.empty() && deeds()[0].run(*held->file, p));
        QVERIFY(*readProgramme(path).operator->() == p);
    }

    /// What only looks like a change is none.
    void touchingTheFileHarmsNothing() {
        const auto [bytes, programme] = made(6);
        const fs::path path = file("touched.yarrin");
        spill(path, bytes);
        auto held = ProgrammeFile::open(path, planner);
        Programme p = held->programme;
        for (int i = 0; i < 3; ++i) {
            QVERIFY(::utimensat(AT_FDCWD, path.c_str(), nullptr, 0) == 0);
            QVERIFY(::chmod(path.c_str(), i % 2 ? 0600 : 0640) == 0);
            QVERIFY(deeds()[0].run(*held->file, p));
            QVERIFY(!held->file->isForeign());
        }
        // Copied to itself, as a tool does that checks: the same bytes again.
        const std::string same = bytesOf(path);
        spill(path, same);
        QVERIFY(deeds()[0].run(*held->file, p));
        fs::rename(path, file("away.yarrin"));
        QVERIFY(!deeds()[0].run(*held->file, p));
        QVERIFY(!held->file->isForeign());
        fs::rename(file("away.yarrin"), path);
        QVERIFY(deeds()[0].run(*held->file, p));
    }

    /// What cannot be understood is not written over, by whichever way; and what is replaced stays beside the new one.
    void whatIsNotUnderstoodIsNotOverwritten() {
        const auto [bytes, programme] = made(7);
        const Programme p = randomProgramme(8, {.activities = 10});
        const fs::path path = file("target.yarrin");
        const auto refused = [&](const char* what) {
            const std::string before = bytesOf(path);
            const Outcome written = writeProgramme(p, path, FileFormat::native);
            QVERIFY2(!written.ok() && written.error().what.find("not written over") != std::string::npos, what);
            const fs::path own = file("own.yarrin");
            fs::remove(own);
            QVERIFY(writeProgramme(p, own, FileFormat::native).ok());
            QVERIFY2(!ProgrammeFile::open(own, planner)->file->copyTo(path).ok(), what);
            QVERIFY2(bytesOf(path) == before, what);
            QVERIFY2(!fs::exists(path.string() + ".previous"), what);
        };
        spill(path, bytes);
        refused("a record");
        spill(path, bytes + std::string(512, 'x'));
        refused("bytes behind its end");
        spill(path, bytes.substr(0, bytes.size() - 4096));
        refused("cut off");
        std::string newer = bytes;
        newer[63] = 9; // user_version, big endian
        spill(path, newer);
        refused("a newer version");
        spill(path, "This is a letter");
        refused("no programme");
        spill(path, "{ \"format\": \"yarrin-programme\", \"version\": 9, \"start\": \"2027-03-01T08:00\" }");
        refused("JSON of a newer version");
        fs::remove(path);
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        {
            const auto held = ProgrammeFile::open(path, planner);
            refused("held by a window");
        }
        spill(path.string() + "-journal", std::string(600, 'j'));
        refused("cut short");
        fs::remove(path.string() + "-journal");
        // A programme without a record is replaced, and stays as the last generation.
        const std::string before = bytesOf(path);
        QVERIFY(writeProgramme(randomProgramme(9, {}), path, FileFormat::native).ok());
        QVERIFY(bytesOf(path.string() + ".previous") == before);
        QVERIFY(*readProgramme(path).operator->() == randomProgramme(9, {}));
        fs::remove(path.string() + ".previous");
    }

    /// With bytes behind its end a file is read, and not written.
    void bytesBehindTheEndAreTold() {
        const auto [bytes, programme] = made(7);
        const fs::path path = file("behind.yarrin");
        spill(path, bytes + std::string(4096, 'x'));
        const auto held = ProgrammeFile::open(path, planner);
        QVERIFY(held.ok() && held->programme == programme);
        QVERIFY(held->file->readOnly() &&
                held->file->readOnly()->find("4096 bytes behind its end") != std::string::npos);
        QVERIFY(!verifyFile(path)->whole());
    }

    /// Links, pipes, devices and files of others in the places that the program writes.
    void nothingElseIsFollowedOrEmptied() {
        const fs::path path = file("safe.yarrin"), victim = file("victim.txt");
        const Programme p = randomProgramme(10, {.activities = 5});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        spill(victim, "precious");
        const fs::path lock = FileLock::placeFor(path);
        fs::create_symlink(victim, lock);
        QVERIFY(ProgrammeFile::open(path, planner)->file->readOnly());
        QVERIFY(bytesOf(victim) == "precious" && fs::is_symlink(lock));
        fs::remove(lock);
        fs::create_hard_link(victim, lock);
        QVERIFY(ProgrammeFile::open(path, planner)->file->readOnly());
        QVERIFY(bytesOf(victim) == "precious");
        fs::remove(lock);
        spill(lock, "My notes about the lock\nsecond line");
        QVERIFY(ProgrammeFile::open(path, planner)->file->readOnly());
        QVERIFY(bytesOf(lock).starts_with("My notes"));
        fs::remove(lock);
        QVERIFY(::mkfifo(lock.c_str(), 0600) == 0);
        QVERIFY(ProgrammeFile::open(path, planner)->file->readOnly()); // and does not wait for its other end
        fs::remove(lock);
        // Parts of others stay, and are not written through.
        const fs::path json = file("out.yarrin.json");
        const fs::path part = json.string() + ".part";
        fs::create_symlink(victim, part);
        QVERIFY(writeProgramme(p, json, FileFormat::json).ok());
        QVERIFY(fs::is_symlink(part) && bytesOf(victim) == "precious");
        // Rights are kept, and never wider in between.
        ::chmod(json.c_str(), 0600);
        QVERIFY(writeProgramme(p, json, FileFormat::json).ok());
        struct stat found {};
        QVERIFY(::stat(json.c_str(), &found) == 0 && (found.st_mode & 07777) == 0600);
        // Through a link the file that it leads to is written; a link that leads nowhere is refused.
        fs::create_symlink(json, file("link.yarrin.json"));
        QVERIFY(writeProgramme(p, file("link.yarrin.json"), FileFormat::json).ok());
        QVERIFY(fs::is_symlink(file("link.yarrin.json")));
        fs::create_symlink(file("nowhere"), file("dangling.yarrin.json"));
        QVERIFY(!writeProgramme(p, file("dangling.yarrin.json"), FileFormat::json).ok());
        // Devices and pipes are neither replaced nor read.
        QVERIFY(::mkfifo(file("pipe.yarrin.json").c_str(), 0600) == 0);
        QVERIFY(!writeProgramme(p, file("pipe.yarrin.json"), FileFormat::json).ok());
        QVERIFY(!readProgramme(file("pipe.yarrin.json")).ok());
        QVERIFY(!writeProgramme(p, "/dev/null", FileFormat::native).ok());
        QVERIFY(!readProgramme("/dev/zero").ok());
        QVERIFY(fs::is_character_file("/dev/null"));
        // Folders of the program's own are its user's alone.
        const fs::path own = file("own-folder");
        fs::create_directory(own);
        ::chmod(own.c_str(), 0755);
        QVERIFY(makeOwnFolder(own).ok());
        QVERIFY(::stat(own.c_str(), &found) == 0 && (found.st_mode & 0777) == 0700);
        fs::create_directory_symlink(own, file("linked-folder"));
        QVERIFY(!makeOwnFolder(file("linked-folder")).ok());
    }

    /// Numbers of rows that were taken away are not given again after reopening, whoever looks at the file meanwhile.
    void idsAreNeverGivenTwice() {
        const fs::path path = file("ids.yarrin");
        Programme p = randomProgramme(11, {.activities = 12});
        QVERIFY(writeProgramme(p, path, FileFormat::native).ok());
        std::set<std::uint32_t> given;
        for (const Activity& a : p.activities) given.insert(a.id.value);
        for (int round = 0; round < 6; ++round) {
            const auto held = ProgrammeFile::open(path, planner);
            p = held->programme;
            ActivityId id;
            QVERIFY(edit(*held->file, p, [&](Transaction& tx) {
                const auto added = addActivity(tx, ActivityKind::task, {}, {}, "New");
                id = added.ok() ? *added : ActivityId{};
                return added.ok() ? done() : Outcome(added.errors());
            }));
            QVERIFY2(given.insert(id.value).second, "a number was given twice");
            QVERIFY(edit(*held->file, p, [&](Transaction& tx) { return removeActivities(tx, std::array{id}); }));
            held->file->close(planner);
        }
        // In a file of version 4 they are found in its history.
        const fs::path old = file("old.yarrin");
        fs::copy_file(SOURCE_DIR "/tests/data/native/version4-frozen.yarrin", old);
        const auto held = ProgrammeFile::open(old, planner);
        Programme q = held->programme;
        QVERIFY(edit(*held->file, q, [&](Transaction& tx) { return setTitle(tx, "Once more"); }));
        const auto first = held->file->programmeAfter(0);
        std::uint32_t highest = 0;
        for (const Section& s : first->sections) highest = std::max(highest, s.id.value);
        QVERIFY(highest > 0 && q.sections.empty());
        QVERIFY(readProgramme(old)->sections.freshId().value > highest);
    }

    /// Random deeds, faults, strangers and reopenings for as long as is asked for.
    void torture() {
        const int minutes = qEnvironmentVariableIntValue("YARRIN_TORTURE");
        QElapsedTimer clock;
        clock.start();
        std::mt19937 random(minutes > 0 ? std::random_device{}() : 1u);
        qint64 acknowledged = 0, failed = 0, reopened = 0;
        const fs::path path = file("torture.yarrin");
        auto [bytes, programme] = made(12);
        spill(path, bytes);
        std::unique_ptr<ProgrammeFile> held = std::move(ProgrammeFile::open(path, planner).value().file);
        Programme p = programme;
        while (clock.elapsed() < (minutes > 0 ? qint64(minutes) * 60000 : 4000)) {
            if (random() % 3 == 0) FaultVfs::arm(FaultVfs::Kind(1 + random() % 2), int(1 + random() % 40));
            const Programme before = p;
            bool good = false;
            if (random() % 6 == 0 && p.activities.size() > 4) {
                good = deeds()[random() % deeds().size()].run(*held, p);
            } else {
                Transaction tx(p);
                if (!anyEdit(tx, random).ok() || !faultsOf(p).empty()) continue;
                const auto one = tx.commit("any");
                if (!one) continue;
                good = held->record(EntryKind::edit, *one, p, planner).ok();
                if (!good) apply(p, inverse(*one));
            }
            FaultVfs::disarm();
            (good ? acknowledged : failed) += 1;
            if (!good) QVERIFY(p == before);
            if (random() % 25 == 0) {
                if (random() % 2) held->close(planner);
                held.reset();
                auto again = ProgrammeFile::open(path, planner);
                QVERIFY2(again.ok(), again.ok() ? "" : again.error().sentence().c_str());
                QVERIFY2(again->programme == p, "what was acknowledged is not what is there");
                held = std::move(again.value().file);
                ++reopened;
            }
            if (p.activities.size() > 400 || p.activities.size() < 4) {
                held.reset();
                spill(path, bytes);
                held = std::move(ProgrammeFile::open(path, planner).value().file);
                p = programme;
            }
        }
        const auto verified = verifyFile(path);
        QVERIFY(verified.ok() && verified->whole());
        qInfo("%lld changes acknowledged, %lld failed and taken back, %lld reopenings, none lost, none half done",
              acknowledged, failed, reopened);
        QVERIFY(acknowledged > 50 && failed > 5);
    }
};

QTEST_MAIN(FaultTest)
#include "fault_test.moc"
