// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Starts the application's window in a process of its own, lets it make random edits, and kills it at random moments.
// YARRIN_KILLS sets how often; the full run is 200.
#include "app/base/look.h"
#include "app/window/main_window.h"
#include "store/file.h"
#include "store/json.h"
#include "store/programme_file.h"
#include "support/any_edit.h"
#include "support/random_programme.h"

#include <QApplication>
#include <QProcess>
#include <QSettings>
#include <QTemporaryDir>
#include <QTest>

#include <cstdio>
#include <sqlite3.h>
#include <unistd.h>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A short sign of a programme's content, the same in every process.
std::uint64_t signOf(const Programme& programme) {
    std::uint64_t sign = 1469598103934665603u; // FNV-1a
    for (const char c : programmeToJson(programme)) sign = (sign ^ std::uint8_t(c)) * 1099511628211u;
    return sign;
}

/// The other process: opens the file in the real window, edits, undoes, redoes, begins and ends trials, and
/// acknowledges each by a line that tells what the programme has become.
int work(const QString& path, std::uint32_t seed) {
    QTemporaryDir folder;
    QSettings settings(folder.filePath(QStringLiteral("s.ini")), QSettings::IniFormat);
    SystemDialogs dialogs;
    MainWindow window(settings, dialogs, dateFrom(2027, 2, 1));
    window.setKeeping({folder.filePath(QStringLiteral("unsaved")), "Planner",
                       [] { return std::string("2027-03-01 08:00:00 +00:00"); }});
    window.show();
    if (!window.openFile(path)) return 3;
    Document& document = window.document();
    std::mt19937 random(seed);
    const auto acknowledge = [&] {
        if (document.keeper().unwritten() > 0) return; // it is not on the disk, and the window says so
        const std::string line = std::to_string(signOf(document.programme())) + "\n";
        static_cast<void>(::write(STDOUT_FILENO, line.data(), line.size())); // at once, whatever happens next
    };
    acknowledge();
    for (;;) {
        switch (random() % 12) {
        case 0:
            document.undo();
            break;
        case 1:
            document.redo();
            break;
        case 2:
            static_cast<void>(document.trial()
                                  ? (random() % 2 ? document.keepTrial(QStringLiteral("kept")) : document.dropTrial())
                                  : document.beginTrial());
            break;
        default:
            static_cast<void>(
                document.perform(QStringLiteral("edit"), [&](Transaction& tx) { return anyEdit(tx, random); }));
        }
        acknowledge();
        if (random() % 4 == 0) QApplication::processEvents();
    }
}

} // namespace

class KillTest : public QObject {
    Q_OBJECT
private slots:
    void noAcknowledgedEditIsLostWhenItIsKilled() {
        QTemporaryDir folder;
        const QString path = folder.filePath(QStringLiteral("kill.yarrin"));
        QVERIFY(writeProgramme(randomProgramme(1, {.activities = 40}), path.toStdString(), FileFormat::native).ok());
        const int kills = qEnvironmentVariableIsSet("YARRIN_KILLS") ? qEnvironmentVariableIntValue("YARRIN_KILLS") : 25;
        std::mt19937 random(7);
        qint64 edits = 0;
        for (int round = 0; round < kills; ++round) {
            QProcess process;
            process.start(QCoreApplication::applicationFilePath(),
                          {QStringLiteral("--work"), path, QString::number(round + 1)});
            QVERIFY(process.waitForStarted());
            QVERIFY2(process.waitForReadyRead(20000), "the window did not come up");
            // At any moment, in the middle of a transaction too.
            QTest::qSleep(int(random() % 250));
            process.kill();
            process.waitForFinished();
            const QList<QByteArray> lines = process.readAllStandardOutput().split('\n');
            QVERIFY(lines.size() >= 2);
            edits += lines.size() - 2;
            // The line behind the last line break may be cut off; it acknowledges nothing.
            const QByteArray last = lines[lines.size() - 2];

            const auto opened = ProgrammeFile::open(path.toStdString(), {"Checker", "2027-03-02 08:00:00"});
            QVERIFY2(opened.ok(), opened.ok() ? "" : opened.error().sentence().c_str());
            QVERIFY2(!opened->file->readOnly(), "the killed window still holds the file");
            const bool there = QByteArray::number(qulonglong(signOf(opened->programme))) == last;
            // One edit more may be on the disk than could be acknowledged, and it is the last of the history.
            bool oneMore = false;
            if (!there) {
                const auto entries = opened->file->history();
                QVERIFY(entries.ok() && !entries->empty());
                for (std::size_t back = 0; back < std::min<std::size_t>(2, entries->size()) && !oneMore; ++back) {
                    const auto before = opened->file->programmeAfter((*entries)[back].number - 1);
                    oneMore = before.ok() && QByteArray::number(qulonglong(signOf(*before))) == last;
                }
            }
            QVERIFY2(there || oneMore,
                     qPrintable(QStringLiteral("round %1: an acknowledged edit is missing").arg(round)));
            sqlite3* db = nullptr;
            sqlite3_open(path.toUtf8().constData(), &db);
            QByteArray verdict;
            sqlite3_exec(
                db, "PRAGMA integrity_check",
                [](void* out, int, char** values, char**) {
                    *static_cast<QByteArray*>(out) += values[0];
                    return 0;
                },
                &verdict, nullptr);
            sqlite3_close(db);
            QCOMPARE(verdict, QByteArray("ok"));
            // The whole history can still be gone back through.
            QVERIFY(opened->file->programmeAfter(0).ok());
        }
        qInfo("%d kills, %lld edits acknowledged, none missing", kills, static_cast<long long>(edits));
        QVERIFY2(edits > kills, "it hardly edited");
    }
};

int main(int count, char** words) {
    QApplication application(count, words);
    applyLook(application, false);
    if (count == 4 && QByteArray(words[1]) == "--work")
        return work(QString::fromLocal8Bit(words[2]), std::uint32_t(std::atoi(words[3])));
    KillTest test;
    return QTest::qExec(&test, count, words);
}

#include "kill_test.moc"
