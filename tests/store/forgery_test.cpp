// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Every way to alter a record that is known: `verify` tells of each, and where somebody links the whole chain anew, the
// seal that was given away does.
#include "store/chain.h"
#include "store/digest.h"
#include "store/file.h"
#include "store/programme_file.h"
#include "store/signing.h"
#include "support/any_edit.h"
#include "support/random_programme.h"

#include <QTemporaryDir>
#include <QTest>

#include <sqlite3.h>
#include <sys/stat.h>

using namespace yarrin;
using namespace yarrin::test;
namespace fs = std::filesystem;

namespace {

const Stamp planner{"A. Planner", "2027-03-01 08:00:00 +00:00"};
const Stamp other{"B. Planner", "2027-03-02 09:00:00 +00:00"};

bool sql(const fs::path& path, const QString& statements) {
    sqlite3* db = nullptr;
    sqlite3_open(path.c_str(), &db);
    char* fault = nullptr;
    const bool fine = sqlite3_exec(db, statements.toUtf8().constData(), nullptr, nullptr, &fault) == SQLITE_OK;
    if (!fine) qWarning("%s", fault);
    const bool changed = sqlite3_total_changes(db) > 0;
    sqlite3_close(db);
    return fine && changed;
}

/// Links all anew, as somebody who has the program could: the base, the digest of each revision, every line.
void reseal(const fs::path& path) {
    Database database(path.string(), Database::Mode::change);
    database.run("DELETE FROM chain WHERE number > 1");
    std::string base = database.text("SELECT content FROM chain WHERE number = 1");
    const std::string head =
        sha256("yarrin chain 1\n1\n\nbase\ncontent text " + std::to_string(base.size()) + "\n" + base + "\n");
    Statement(database, "UPDATE chain SET digest = ? WHERE number = 1").insert(head);
    ChainHead at{1, head};
    const auto all = [&](const char* query, ChainKind kind) {
        std::vector<std::int64_t> rows;
        {
            Statement each(database, query);
            while (each.next()) rows.push_back(each.number());
        }
        for (const std::int64_t one : rows) {
            if (kind == ChainKind::revision) {
                // Its own digest is taken over the head before it.
                Revision r;
                {
                    Statement row(database, "SELECT key, purpose, data_date, author, at, history, narrative FROM "
                                            "revision WHERE id = ?");
                    row.with(one);
                    row.next();
                    r.key = row.text();
                    r.purpose = row.text();
                    if (const auto date = row.optionalText()) r.dataDate = parseInstant(*date);
                    r.author = row.text();
                    r.at = row.text();
                    r.history = row.number();
                    r.narrative = row.text();
                }
                std::string tables;
                {
                    Statement row(database, "SELECT content FROM revision WHERE id = ?");
                    row.with(one);
                    row.next();
                    const std::string image = row.blob().bytes;
                    Database memory(":memory:", Database::Mode::create);
                    auto* bytes = static_cast<unsigned char*>(sqlite3_malloc64(image.size()));
                    std::copy(image.begin(), image.end(), bytes);
                    sqlite3_deserialize(memory.handle(), "main", bytes, sqlite3_int64(image.size()),
                                        sqlite3_int64(image.size()), SQLITE_DESERIALIZE_FREEONCLOSE);
                    tables = tablesDigest(memory);
                }
                const std::string form = canonicalForm(r, std::to_string(at.number) + " " + at.digest, tables);
                Statement(database, "UPDATE revision SET digest = ? WHERE id = ?").insert(sha256(form), one);
            }
            link(database, at, kind, one);
        }
    };
    all("SELECT id FROM session ORDER BY id", ChainKind::session);
    all("SELECT id FROM session WHERE closed IS NOT NULL ORDER BY id", ChainKind::ended);
    all("SELECT id FROM history ORDER BY id", ChainKind::history);
    all("SELECT id FROM revision ORDER BY id", ChainKind::revision);
    all("SELECT id FROM contract_programme ORDER BY id", ChainKind::accepted);
    all("SELECT id FROM signature ORDER BY id", ChainKind::signedBy);
}

} // namespace

class ForgeryTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    fs::path m_path;
    std::string m_seal;

    [[nodiscard]] fs::path copy() const {
        const fs::path path = fs::path(m_folder.path().toStdString()) / "forged.yarrin";
        fs::copy_file(m_path, path, fs::copy_options::overwrite_existing);
        return path;
    }
    static void edit(ProgrammeFile& file, Programme& p, std::mt19937& random, int steps, const Stamp& stamp) {
        for (int i = 0; i < steps; ++i) {
            Transaction tx(p);
            if (!anyEdit(tx, random).ok()) continue;
            if (const auto one = tx.commit("step " + std::to_string(i)))
                QVERIFY(file.record(EntryKind::edit, *one, p, stamp).ok());
        }
    }
    /// What `verify` finds, in one text; empty where it finds nothing.
    static QString faultsOf(const fs::path& path, const std::string& seal = {}) {
        const auto found = verifyFile(path, seal);
        if (!found.ok()) return QString::fromStdString(found.error().sentence());
        QString text;
        for (const Verified& one : found->revisions) text += QString::fromStdString(one.fault);
        for (const std::string& one : found->faults) text += QString::fromStdString(one);
        return text;
    }

private slots:
    void initTestCase() {
        m_path = fs::path(m_folder.path().toStdString()) / "record.yarrin";
        Programme p = randomProgramme(5, {.activities = 30});
        QVERIFY(writeProgramme(p, m_path, FileFormat::native).ok());
        std::mt19937 random(5);
        auto key = SigningKey::readOrMake(m_folder.filePath(QStringLiteral("own/key.pem")).toStdString());
        QVERIFY2(key.ok(), key.ok() ? "" : key.error().sentence().c_str());
        {
            const auto held = ProgrammeFile::open(m_path, planner);
            edit(*held->file, p, random, 12, planner);
            const auto a = held->file->freeze(p, "A", "Tender", "# Basis", planner);
            QVERIFY(held->file->accept(*a, "agreed", planner).ok());
            m_seal = held->file->seal(); // given away here
            edit(*held->file, p, random, 12, planner);
            held->file->close(planner);
        }
        {
            const auto held = ProgrammeFile::open(m_path, other);
            edit(*held->file, p, random, 8, other);
            const auto b = held->file->freeze(p, "B", "Update", "# Update", other, &*key);
            QVERIFY(held->file->accept(*b, "agreed anew", other).ok());
            held->file->close(other);
        }
        QCOMPARE(faultsOf(m_path), QString());
        QCOMPARE(faultsOf(m_path, m_seal), QString());
        QVERIFY(verifyFile(m_path)->revisions[1].signer.starts_with("B. Planner, key "));
    }

    void isTold_data() {
        QTest::addColumn<QString>("statements");
        QTest::addColumn<bool>("resealable"); // the chain can be linked anew, so that only a seal tells
        const auto row = [](const char* name, const char* statements, bool resealable = true) {
            QTest::newRow(name) << QString::fromLatin1(statements) << resealable;
        };
        row("the text of a line", "UPDATE history SET text = 'Nothing' WHERE id = 3");
        row("the author of a line", "UPDATE history SET author = 'Nobody' WHERE id = 3");
        row("the time of a line", "UPDATE history SET at = '2027-02-01 08:00:00 +00:00' WHERE id = 3");
        row("the kind of a line", "UPDATE history SET kind = 'undo' WHERE id = 3");
        row("the session of a line", "UPDATE history SET session = 2 WHERE id = 3");
        row("the change of a line",
            "UPDATE history SET changes = (SELECT changes FROM history WHERE id = 5) WHERE id = 4", false);
        row("the change of a line taken out", "UPDATE history SET changes = NULL WHERE id = 4", false);
        row("the last line", "DELETE FROM history WHERE id = (SELECT max(id) FROM history)", false);
        row("a line in the middle", "DELETE FROM history WHERE id = 3", false);
        row("a line more", "INSERT INTO history (session, at, author, kind, text) SELECT session, at, author, kind, "
                           "'More' FROM history WHERE id = 3");
        row("two lines exchanged",
            "UPDATE history SET id = 1000 WHERE id = 3; UPDATE history SET id = 3 WHERE id = 4; "
            "UPDATE history SET id = 4 WHERE id = 1000",
            false);
        row("the purpose of a revision", "UPDATE revision SET purpose = 'Contract' WHERE id = 1");
        row("the key of a revision", "UPDATE revision SET key = 'C' WHERE id = 1");
        row("the author of a revision", "UPDATE revision SET author = 'Nobody' WHERE id = 1");
        row("the time of a revision", "UPDATE revision SET at = '2027-02-01 08:00:00 +00:00' WHERE id = 1");
        row("the narrative", "UPDATE revision SET narrative = '# Other' WHERE id = 1");
        row("the data date of a revision", "UPDATE revision SET data_date = '2027-01-01T00:00' WHERE id = 1", false);
        row("the content of a revision",
            "UPDATE revision SET content = (SELECT content FROM revision WHERE id = 2), image_digest = (SELECT "
            "image_digest FROM revision WHERE id = 2) WHERE id = 1",
            false);
        row("the history of a revision", "UPDATE revision SET history = 2 WHERE id = 1", false);
        row("the form of a revision", "UPDATE revision SET form = 1 WHERE id = 1", false);
        row("a revision taken out", "DELETE FROM revision WHERE id = 2; DELETE FROM signature");
        row("a revision put in again",
            "INSERT INTO revision (key, purpose, data_date, author, at, history, narrative, "
            "content, image_digest, digest, form) SELECT 'D', purpose, data_date, author, at, "
            "history, narrative, content, image_digest, digest, form FROM revision WHERE id = 1");
        row("two of one key", "UPDATE revision SET key = 'A' WHERE id = 2", false);
        row("a key of two lines", "UPDATE revision SET key = 'A' || char(10) || 'as frozen' WHERE id = 1", false);
        row("an acceptance taken out", "DELETE FROM contract_programme WHERE id = 2");
        row("another accepted", "UPDATE contract_programme SET revision = 1 WHERE id = 2");
        row("acceptances exchanged", "UPDATE contract_programme SET revision = 3 - revision");
        row("the reason of an acceptance", "UPDATE contract_programme SET reason = 'forced' WHERE id = 1");
        row("who had it open", "UPDATE session SET author = 'Nobody' WHERE id = 1");
        row("since when", "UPDATE session SET opened = '2027-02-01 08:00:00 +00:00' WHERE id = 1");
        row("until when", "UPDATE session SET closed = '2027-02-01 08:00:00 +00:00' WHERE id = 1");
        row("a session that was not ended", "UPDATE session SET closed = NULL WHERE id = 1");
        row("a duration of the programme",
            "UPDATE activity SET name = 'Other' WHERE id = (SELECT min(id) FROM activity)", false);
        row("a type of a value", "UPDATE link SET lag = lag || 'x' WHERE id = (SELECT min(id) FROM link)", false);
        row("a row of the programme", "DELETE FROM link WHERE id = (SELECT min(id) FROM link)", false);
        row("the order of rows", "UPDATE activity SET position = 1e9 WHERE id = (SELECT min(id) FROM activity)", false);
        row("numbers given", "UPDATE numbering SET highest = 1 WHERE name = 'activity'", false);
        row("numbers of nothing", "INSERT INTO numbering VALUES ('nothing', 3)", false);
        row("something kept", "INSERT INTO keeping VALUES ('approved', 'yes')", false);
        row("a signature", "UPDATE signature SET signature = substr(signature, 2) || substr(signature, 1, 1)", false);
        row("a signer", "UPDATE signature SET signer = 'A. Planner'");
        row("the key that signed",
            "UPDATE signature SET public_key = substr(public_key, 2) || substr(public_key, 1, 1)", false);
        row("a signature taken out", "DELETE FROM signature");
        row("a line of the chain", "DELETE FROM chain WHERE number = 5", false);
        row("the end of the chain", "DELETE FROM chain WHERE number > 20", false);
        row("the base", "UPDATE chain SET content = replace(content, 'salt', 'malt') WHERE number = 1");
        row("all of the chain", "DELETE FROM chain", false);
        row("a kind of the chain", "UPDATE chain SET kind = 'seal' WHERE number = 5", false);
    }
    void isTold() {
        QFETCH(QString, statements);
        QFETCH(bool, resealable);
        const fs::path path = copy();
        QVERIFY2(sql(path, statements), "nothing was forged");
        const QString told = faultsOf(path);
        QVERIFY2(!told.isEmpty(), "nothing is told of it");
        if (!resealable) return;
        reseal(path);
        const QString sealed = faultsOf(path, m_seal);
        QVERIFY2(sealed.contains(QLatin1String("another one")) || sealed.contains(QLatin1String("has only")),
                 qPrintable(sealed));
    }

    /// What was there before the seal was given is proved, what came after it goes on.
    void aSealHoldsForWhatCameBefore() {
        const fs::path path = copy();
        const std::string now = *sealOf(path);
        QVERIFY(now != m_seal);
        Programme p = *readProgramme(path);
        std::mt19937 random(9);
        {
            const auto held = ProgrammeFile::open(path, other);
            edit(*held->file, p, random, 5, other);
            held->file->close(other);
        }
        QCOMPARE(faultsOf(path, now), QString());
        QCOMPARE(faultsOf(path, m_seal), QString());
        // As it is read out and typed.
        std::string typed = now;
        for (char& c : typed) c = c == '0' ? 'o' : c >= 'A' && c <= 'Z' ? char(c - 'A' + 'a') : c;
        QCOMPARE(faultsOf(path, " " + typed), QString());
        // The older file has not got so far.
        QVERIFY(faultsOf(m_path, *sealOf(path)).contains(QLatin1String("has only")));
        for (const char* wrong : {"", "7", "x-AAAA", "1-AAAA-BBBB-CCCC-DDDD-EEEE", "0-AAAA-BBBB-CCCC-DDDD-EEEE-FFFF",
                                  "99999999999999999999-AAAA-BBBB-CCCC-DDDD-EEEE-FFFF"})
            if (*wrong) QVERIFY2(!faultsOf(path, wrong).isEmpty(), wrong);
        // A copy is the same record.
        const auto held = ProgrammeFile::open(path, other);
        const fs::path second = fs::path(m_folder.path().toStdString()) / "second.yarrin";
        fs::remove(second);
        QVERIFY(held->file->copyTo(second).ok());
        QCOMPARE(faultsOf(second, now), QString());
    }

    /// Known answers: RFC 8032, section 7.1, test 1 is a signature of the empty text.
    void signaturesAreThoseOfTheStandard() {
        QVERIFY(signatureHolds(
            "d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a", "",
            "e5564300c360ac729086e2cc806e828a84877f1eb8e5d974d873e065224901555fb8821590a33bacc61e39701cf9"
            "b46bd25bf5f0595bbe24655141438e7a100b"));
        QVERIFY(!signatureHolds(
            "d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a", "x",
            "e5564300c360ac729086e2cc806e828a84877f1eb8e5d974d873e065224901555fb8821590a33bacc61e39701cf"
            "9b46bd25bf5f0595bbe24655141438e7a100b"));
        QCOMPARE(sha256("abc"),
                 std::string("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad")); // FIPS 180-4
        const fs::path place = fs::path(m_folder.path().toStdString()) / "own" / "key.pem";
        struct stat found {};
        QCOMPARE(::stat(place.c_str(), &found), 0);
        QCOMPARE(found.st_mode & 0777, mode_t(0600));
        QCOMPARE(::stat(place.parent_path().c_str(), &found), 0);
        QCOMPARE(found.st_mode & 0777, mode_t(0700));
        const auto again = SigningKey::readOrMake(place);
        QVERIFY(again.ok());
        QVERIFY(signatureHolds(again->publicKey(), "text", again->sign("text")));
        QVERIFY(!signatureHolds(again->publicKey(), "texts", again->sign("text")));
        ::chmod(place.c_str(), 0644);
        QVERIFY(!SigningKey::readOrMake(place).ok());
    }
};

QTEST_MAIN(ForgeryTest)
#include "forgery_test.moc"
