// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Files from outside may hold anything: damaged ones must give errors, never a crash, a hang or a programme that breaks
// its own rules. A failure prints the seed.
#include "core/network/schedule.h"
#include "store/file.h"
#include "store/json.h"
#include "support/random_programme.h"

#include <QFile>
#include <QTemporaryDir>
#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

namespace {

std::string damaged(std::string bytes, std::mt19937& random, std::size_t from) {
    const auto below = [&](std::size_t limit) { return std::size_t(random()) % std::max<std::size_t>(1, limit); };
    for (std::size_t k = 0; k < 1 + below(6); ++k) {
        const std::size_t at = from + below(bytes.size() - from);
        switch (below(4)) {
        case 0:
            bytes[at] = char(random());
            break;
        case 1:
            bytes.erase(at, below(20));
            break;
        case 2:
            bytes.insert(at, bytes.substr(from + below(bytes.size() - from), below(40)));
            break;
        default:
            bytes[at] = "0123456789-\"[]{},:.eE"[below(21)];
            break;
        }
        if (bytes.size() <= from + 1) break;
    }
    return bytes;
}

/// Whatever was read keeps the rules, and is calculated or refused with a reason.
bool isSound(const Result<Programme>& read) {
    if (!read.ok()) return !read.errors().empty() && !read.error().what.empty();
    if (!faultsOf(*read).empty()) return false;
    const Schedule s = schedule(*read);
    return s.ok() ? s.activities.size() == read->activities.size() : !s.errors.front().what.empty();
}

} // namespace

class MutationTest : public QObject {
    Q_OBJECT
private slots:
    void damagedTextIsReadOrRefused() {
        int readable = 0;
        for (std::uint32_t seed = 1; seed <= 3000; ++seed) {
            std::mt19937 random(seed);
            const std::string text = damaged(programmeToJson(randomProgramme(seed % 20, {})), random, 0);
            const auto read = programmeFromJson(text);
            readable += read.ok() ? 1 : 0;
            QVERIFY2(isSound(read), qPrintable(QStringLiteral("seed %1").arg(seed)));
        }
        QVERIFY(readable > 20 && readable < 2900); // some damage must be harmless, most must be seen
    }

    /// The demo holds a bill, a book, allocations and sequences; most of the damage here is done behind the activities.
    void damagedBillsAndSequencesAreReadOrRefused() {
        QFile file(QStringLiteral(SOURCE_DIR "/resources/demo/brannoch.yarrin.json"));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const std::string whole = file.readAll().toStdString();
        const std::size_t from = whole.find("\"book\": [");
        QVERIFY(from != std::string::npos);
        int readable = 0;
        for (std::uint32_t seed = 1; seed <= 500; ++seed) {
            std::mt19937 random(seed);
            const auto read = programmeFromJson(damaged(whole, random, from));
            readable += read.ok() ? 1 : 0;
            QVERIFY2(isSound(read), qPrintable(QStringLiteral("seed %1").arg(seed)));
        }
        QVERIFY2(readable > 5 && readable < 480, qPrintable(QString::number(readable)));
    }

    void damagedNativeFilesAreReadOrRefused() {
        QTemporaryDir folder;
        const QString path = folder.filePath(QStringLiteral("m.yarrin"));
        QVERIFY(writeProgramme(randomProgramme(1, {}), path.toStdString(), FileFormat::native).ok());
        QFile file(path);
        QVERIFY(file.open(QIODevice::ReadOnly));
        const std::string whole = file.readAll().toStdString();
        file.close();
        int refused = 0;
        for (std::uint32_t seed = 1; seed <= 600; ++seed) {
            std::mt19937 random(seed);
            const std::string bytes = damaged(whole, random, 100);
            QVERIFY(file.open(QIODevice::WriteOnly | QIODevice::Truncate));
            file.write(bytes.data(), qint64(bytes.size()));
            file.close();
            const auto read = readProgramme(path.toStdString());
            refused += read.ok() ? 0 : 1;
            QVERIFY2(isSound(read), qPrintable(QStringLiteral("seed %1").arg(seed)));
        }
        QVERIFY(refused > 100);
    }

    void deepAndWideTextIsNoTrouble() {
        QVERIFY(!programmeFromJson(std::string(200'000, '[')).ok());
        QVERIFY(!programmeFromJson("{\"activities\":" + std::string(5000, '[') + std::string(5000, ']') + "}").ok());
        QVERIFY(!programmeFromJson(std::string("{\"title\":\"\xff\xfe\"}")).ok());
        QVERIFY(!programmeFromJson("").ok());
        QVERIFY(!programmeFromJson("null").ok());
        QVERIFY(!programmeFromJson("[]").ok());
    }
};

QTEST_APPLESS_MAIN(MutationTest)
#include "mutation_test.moc"
