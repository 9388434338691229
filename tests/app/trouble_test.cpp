// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// An hour of trouble with the real window: files that others hold, replace or damage, full disks, programs that end.
#include "app/delay/event_page.h"
#include "app/record/record_stage.h"
#include "app/record/record_strip.h"
#include "app/record/revision_page.h"
#include "desk.h"
#include "store/file.h"
#include "store/programme_file.h"
#include "store/workbook.h"

#include <QCheckBox>
#include <QClipboard>
#include <QDir>
#include <QLabel>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTextBrowser>

#include <fcntl.h>
#include <sqlite3.h>
#include <sys/stat.h>
#include <unistd.h>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Another program that holds a file for itself.
class Holder {
public:
    explicit Holder(const QString& path) {
        sqlite3_open(path.toUtf8().constData(), &m_db);
        if (sqlite3_exec(m_db, "BEGIN EXCLUSIVE", nullptr, nullptr, nullptr) != SQLITE_OK) qFatal("it cannot be held");
    }
    ~Holder() {
        sqlite3_exec(m_db, "ROLLBACK", nullptr, nullptr, nullptr);
        sqlite3_close(m_db);
    }

private:
    sqlite3* m_db = nullptr;
};

QByteArray bytesOf(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

void spill(const QString& path, const QByteArray& bytes) {
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly | QIODevice::Truncate)) qFatal("not written");
    file.write(bytes);
}

} // namespace

class TroubleTest : public QObject {
    Q_OBJECT
    std::unique_ptr<QTemporaryDir> m_folder;
    QString path(const char* name) const { return m_folder->filePath(QString::fromLatin1(name)); }

    Keeping keeping(const char* unsaved = "unsaved") {
        Keeping keeping;
        keeping.folder = path(unsaved);
        keeping.second = path("second");
        keeping.author = "A. Planner";
        keeping.now = [] { return std::string("2027-03-01 08:00:00 +00:00"); };
        keeping.writeMilliseconds = 20000;
        keeping.pageMilliseconds = 20000;
        return keeping;
    }
    std::unique_ptr<Desk> deskOn(const QString& file) {
        auto desk = std::make_unique<Desk>(small(), path("settings.ini"));
        desk->window.setKeeping(keeping());
        if (file.isEmpty()) return desk;
        if (QFile::exists(file)) {
            desk->window.openFile(file);
        } else {
            desk->dialogs.save = file;
            desk->trigger("fileSaveAs");
        }
        return desk;
    }
    static void rename(Desk& desk, const char* key, const char* name) {
        desk.enter(desk.cell(key, "name"), QString::fromLatin1(name));
    }
    static bool shows(Desk& desk, const char* name) { return desk.find<QWidget>(name)->isVisible(); }
    static QStringList left(const QString& folder) { return QDir(folder).entryList({QStringLiteral("*.yarrin")}); }

private slots:
    void init() { m_folder = std::make_unique<QTemporaryDir>(); }

    /// The file is chosen again while another program holds it: what is open stays open, record and all.
    void aHeldFileThatIsChosenAgainKeepsItsRecord() {
        const QString file = path("job.yarrin");
        auto desk = deskOn(file);
        rename(*desk, "A010", "First");
        QVERIFY(desk->document().freeze(QStringLiteral("A"), QStringLiteral("Tender"), QStringLiteral("n")).ok());
        const std::size_t lines = desk->document().keeper().file()->history()->size();
        const Programme before = desk->programme();
        {
            const Holder holder(file);
            QVERIFY(!desk->window.openFile(file));
            QVERIFY2(desk->notice().contains(QLatin1String("another program holds")), qPrintable(desk->notice()));
            QVERIFY(desk->programme() == before);
        }
        rename(*desk, "A020", "Second");
        desk->trigger("fileSave");
        QVERIFY(!desk->window.isWindowModified());
        QCOMPARE(revisionsIn(file.toStdString())->size(), std::size_t(1));
        QVERIFY(desk->document().keeper().file()->history()->size() > lines);
        QVERIFY(verifyFile(file.toStdString())->whole());
        // Chosen again with nobody in the way, it goes on as it is.
        QVERIFY(desk->window.openFile(file));
        QVERIFY(desk->document().canUndo());
        rename(*desk, "A030", "Third");
        QVERIFY(*readProgramme(file.toStdString()).operator->() == desk->programme());
    }

    /// Another file is copied over the one that is open: neither is spoilt, and both are offered.
    void aReplacedFileIsLeftAloneAndWorkGoesOnApart() {
        const QString file = path("job.yarrin"), backup = path("backup.yarrin");
        {
            auto other = deskOn(backup);
            rename(*other, "A010", "Theirs");
        }
        auto desk = deskOn(file);
        rename(*desk, "A010", "Mine");
        const QByteArray theirs = bytesOf(backup);
        spill(file, theirs); // cp backup.yarrin job.yarrin
        rename(*desk, "A020", "Mine, too");
        QVERIFY(shows(*desk, "recordApart"));
        QVERIFY2(desk->find<QLabel>("recordApartText")->text().contains(QLatin1String("job.yarrin")),
                 "which file is not said");
        QVERIFY2(bytesOf(file) == theirs, "the stranger was changed");
        QVERIFY(desk->window.isWindowModified());
        QVERIFY(desk->window.windowTitle().contains(QLatin1String("kept apart")));
        // Work goes on, on the disk.
        rename(*desk, "A030", "Mine as well");
        QCOMPARE(left(path("unsaved")).size(), 1);
        QVERIFY(
            *readProgramme(path("unsaved/").toStdString() + left(path("unsaved")).front().toStdString()).operator->() ==
            desk->programme());
        desk->dialogs.save = path("mine.yarrin");
        desk->find<QPushButton>("recordMine")->click();
        QVERIFY(!shows(*desk, "recordApart"));
        QVERIFY(*readProgramme(path("mine.yarrin").toStdString()).operator->() == desk->programme());
        QVERIFY(left(path("unsaved")).isEmpty());
        QVERIFY(bytesOf(file) == theirs);
    }
    void whatIsThereNowCanBeOpened() {
        const QString file = path("job.yarrin"), backup = path("backup.yarrin");
        {
            auto other = deskOn(backup);
            rename(*other, "A010", "Theirs");
        }
        auto desk = deskOn(file);
        rename(*desk, "A030", "Mine before");
        QVERIFY(desk->document().freeze(QStringLiteral("A"), QStringLiteral("Tender"), QStringLiteral("n")).ok());
        const std::size_t lines = desk->document().keeper().file()->history()->size();
        QFile::remove(file);
        QFile::copy(backup, file); // as a tool does that puts another one in its place
        rename(*desk, "A020", "Mine");
        QVERIFY(shows(*desk, "recordApart"));
        // The record is still there, with its revision, and goes on apart.
        QCOMPARE(desk->document().keeper().file()->revisions()->size(), std::size_t(1));
        QCOMPARE(desk->document().keeper().file()->history()->size(), lines + 1);
        desk->dialogs.unsaved = Dialogs::Unsaved::cancel; // asked before mine goes
        desk->find<QPushButton>("recordTheirs")->click();
        QVERIFY(shows(*desk, "recordApart"));
        QCOMPARE(desk->dialogs.asked, 1);
        desk->dialogs.unsaved = Dialogs::Unsaved::discard;
        desk->find<QPushButton>("recordTheirs")->click();
        QCOMPARE(desk->cell("A010", "name").data().toString(), QStringLiteral("Theirs"));
        QVERIFY(!shows(*desk, "recordApart"));
        rename(*desk, "A020", "On in theirs");
        QVERIFY(*readProgramme(file.toStdString()).operator->() == desk->programme());
        QVERIFY(verifyFile(file.toStdString())->whole());
    }

    /// While another program holds the file the window goes on, says so at its foot and its head, and writes later.
    void theWindowGoesOnWhileTheDiskWaits() {
        const QString file = path("job.yarrin");
        auto desk = deskOn(file);
        Keeping quick = keeping();
        quick.writeMilliseconds = 0; // the window does not wait at all
        desk->document().keeper().setKeeping(quick);
        const Programme before = desk->programme();
        {
            const Holder holder(file);
            rename(*desk, "A010", "Waiting");
            QCOMPARE(desk->document().keeper().unwritten(), std::size_t(1));
            QVERIFY(desk->standing().accessibleDescription().contains(QLatin1String("not on the disk")) ||
                    desk->window.isWindowModified());
            rename(*desk, "A020", "Waiting, too");
            QTRY_VERIFY(shows(*desk, "recordTrouble"));
            QTRY_VERIFY(!desk->document().keeper().spare().isEmpty()); // and kept in a second place at once
            QTRY_COMPARE(left(path("unsaved")).size(), 1);
            QTRY_VERIFY(*readProgramme(path("unsaved/").toStdString() + left(path("unsaved")).front().toStdString())
                             .
                             operator->() == desk->programme());
        }
        desk->find<QPushButton>("recordRetry")->click();
        QTRY_COMPARE(desk->document().keeper().unwritten(), std::size_t(0));
        QTRY_VERIFY(!shows(*desk, "recordTrouble"));
        QVERIFY(*readProgramme(file.toStdString()).operator->() == desk->programme());
        QVERIFY(left(path("unsaved")).isEmpty());
        // In the order in which they were made.
        const auto entries = desk->document().keeper().file()->history();
        QVERIFY(entries->at(0).text.find("A020") != std::string::npos &&
                entries->at(1).text.find("A010") != std::string::npos);
        QVERIFY(verifyFile(file.toStdString())->whole());
    }

    /// The file is gone, and then the program: what could not be written is found again, and said to be apart.
    void unwrittenWorkOutlivesTheProgram() {
        const QString file = path("job.yarrin");
        {
            auto desk = deskOn(file);
            rename(*desk, "A010", "Written");
            QFile::rename(file, path("away.yarrin"));
            rename(*desk, "A020", "Not written");
            QVERIFY(shows(*desk, "recordTrouble"));
            QVERIFY(desk->find<QLabel>("recordTroubleText")->text().contains(path("unsaved")));
            QCOMPARE(left(path("unsaved")).size(), 1);
            // As a kill leaves it.
            QDir().mkpath(path("killed"));
            QFile::copy(path("unsaved/") + left(path("unsaved")).front(), path("killed/work.yarrin"));
            QFile::rename(path("away.yarrin"), file);
            QFile::copy(file, path("copy.yarrin"));
        }
        QFile::remove(file);
        QFile::rename(path("copy.yarrin"), file);
        auto desk = std::make_unique<Desk>(Document::blank(dateFrom(2027, 1, 1)), path("settings.ini"));
        desk->window.setKeeping(keeping("killed"));
        QVERIFY2(desk->notice().contains(file) && desk->notice().contains(QLatin1String("kept apart")),
                 qPrintable(desk->notice()));
        desk->window.openFile(file);
        QCOMPARE(desk->cell("A020", "name").data().toString(), QStringLiteral("A020"));
        QVERIFY2(desk->notice().contains(QLatin1String("could not be written")), qPrintable(desk->notice()));
        desk->visible<QPushButton>("noticeAnswer")->click();
        QCOMPARE(desk->cell("A020", "name").data().toString(), QStringLiteral("Not written"));
        QVERIFY(desk->window.isWindowModified());
    }

    /// What another window works on is neither taken up nor deleted; what is damaged is told; what nobody touched goes.
    void theFolderOfUnsavedWork() {
        auto first = deskOn({});
        rename(*first, "A010", "First window");
        QCOMPARE(left(path("unsaved")).size(), 1);
        const QString scratch = path("unsaved/") + left(path("unsaved")).front();
        {
            auto second = deskOn({});
            QVERIFY2(!second->notice().contains(QLatin1String("never saved")), qPrintable(second->notice()));
            const Outcome taken = second->document().adopt(scratch);
            QVERIFY(!taken.ok());
            QVERIFY2(taken.error().what.find("A. Planner on ") != std::string::npos, taken.error().what.c_str());
            second->window.close();
        }
        QVERIFY2(QFile::exists(scratch), "the work of the first window was deleted");
        rename(*first, "A020", "On");
        QVERIFY(first->document().keeper().unwritten() == 0);
        first.reset();
        spill(path("unsaved/broken.yarrin"), QByteArray("SQLite format 3\0", 16) + QByteArray(4000, 'x'));
        {
            auto desk = deskOn({});
            QVERIFY2(desk->notice().contains(QLatin1String("cannot be read")), qPrintable(desk->notice()));
            QVERIFY(QFile::exists(path("unsaved/broken.yarrin")));
        }
        QFile::remove(path("unsaved/broken.yarrin"));
        // A demo in which nothing was done is no work.
        QDir().mkpath(path("unsaved"));
        QVERIFY(QFile::copy(QStringLiteral(":/demo/brannoch.yarrin"), path("unsaved/demo1.yarrin")));
        QFile::setPermissions(path("unsaved/demo1.yarrin"), QFile::ReadOwner | QFile::WriteOwner);
        auto desk = deskOn({});
        QVERIFY2(desk->notice().isEmpty(), qPrintable(desk->notice()));
        QVERIFY(!QFile::exists(path("unsaved/demo1.yarrin")));
        struct stat found {};
        rename(*desk, "A010", "Anything");
        QCOMPARE(::stat(path("unsaved").toUtf8().constData(), &found), 0);
        QCOMPARE(found.st_mode & 0777, mode_t(0700));
    }

    /// Saved as JSON, the JSON is what is worked on; what it cannot hold is asked for.
    void savedAsJsonItIsJson() {
        const QString native = path("job.yarrin"), json = path("job.yarrin.json");
        auto desk = deskOn(native);
        rename(*desk, "A010", "Native");
        desk->dialogs.save = json;
        desk->trigger("fileSaveAs");
        const QByteArray kept = bytesOf(native);
        rename(*desk, "A020", "In JSON");
        QVERIFY2(bytesOf(native) == kept, "the edit went into the native file");
        QVERIFY(desk->window.isWindowModified());
        desk->trigger("fileSave");
        QVERIFY(!desk->window.isWindowModified());
        QVERIFY(*readProgramme(json.toStdString()).operator->() == desk->programme() ||
                readProgramme(json.toStdString())->activities[1].name == "In JSON");
        QVERIFY(QFile::exists(json + QStringLiteral(".previous")));
        // Somebody else changes it: not written over.
        QByteArray other = bytesOf(json);
        other.replace("In JSON", "Theirs!");
        spill(json, other);
        rename(*desk, "A030", "Mine");
        desk->trigger("fileSave");
        QVERIFY2(desk->notice().contains(QLatin1String("another program changed it")), qPrintable(desk->notice()));
        QVERIFY(bytesOf(json) == other);
        desk->dialogs.save = path("second.yarrin.json");
        desk->trigger("fileSaveAs");
        QVERIFY(!desk->window.isWindowModified());
        // A second window that has it open does not write over it either.
        {
            auto second = deskOn(path("second.yarrin.json"));
            rename(*second, "A010", "Second window");
            second->trigger("fileSave");
            QVERIFY2(second->notice().contains(QLatin1String("has it open")), qPrintable(second->notice()));
        }
        // A revision: the open text format does not hold it, so closing asks.
        QVERIFY(desk->document().freeze(QStringLiteral("A"), QStringLiteral("Tender"), QStringLiteral("n")).ok());
        QVERIFY(desk->window.isWindowModified());
        desk->dialogs.asked = 0;
        desk->dialogs.unsaved = Dialogs::Unsaved::cancel;
        QVERIFY(!desk->window.close());
        QCOMPARE(desk->dialogs.asked, 1);
        desk->dialogs.save = path("whole.yarrin");
        desk->trigger("fileSave"); // the JSON, and then where the revision has a place
        QVERIFY(!desk->window.isWindowModified());
        QCOMPARE(revisionsIn(path("whole.yarrin").toStdString())->size(), std::size_t(1));
    }

    void savedWithinATrialIsNotSavedAfterIt() {
        auto desk = deskOn({});
        desk->dialogs.save = path("trial.yarrin.json");
        desk->trigger("fileSaveAs");
        desk->trigger("editTrial");
        rename(*desk, "A010", "Tried");
        desk->trigger("fileSave");
        QVERIFY(!desk->window.isWindowModified());
        rename(*desk, "A020", "Tried further");
        QVERIFY(desk->document().keepTrial(QStringLiteral("Kept")).ok());
        QVERIFY2(desk->window.isWindowModified(), "what was kept is not in the file");
        desk->trigger("fileSave");
        desk->trigger("editTrial");
        rename(*desk, "A030", "Saved at its end");
        desk->trigger("fileSave");
        QVERIFY(desk->document().keepTrial(QStringLiteral("Kept")).ok());
        QVERIFY(!desk->window.isWindowModified());
    }

    /// A trial that was kept while the disk was full is kept when it can be written, or still on: never both.
    void aTrialIsKeptInOneWrite() {
        const QString file = path("trial.yarrin");
        {
            auto desk = deskOn(file);
            desk->trigger("editTrial");
            rename(*desk, "A010", "Tried");
            const Holder holder(file);
            QVERIFY(desk->document().keepTrial(QStringLiteral("Kept")).ok());
            QVERIFY(desk->document().keeper().unwritten() > 0);
            QFile::copy(file, path("killed.yarrin"));
        }
        {
            auto desk = deskOn(path("killed.yarrin"));
            QVERIFY2(desk->document().trial(), "it is neither kept nor on");
        }
        auto desk = deskOn(file);
        QVERIFY(desk->document().trial()); // closing dropped what could not be written, as was answered
    }

    /// A narrative in writing is kept with the programme, also where that has no file yet.
    void aNarrativeInWritingIsKept() {
        const QString file = path("job.yarrin");
        {
            auto desk = deskOn(file);
            desk->trigger("fileFreeze");
            auto* narrative = desk->visible<QPlainTextEdit>("revisionNarrative");
            narrative->setFocus();
            QTest::keyClicks(narrative, QStringLiteral("Half a sentence"));
            desk->window.close();
        }
        auto desk = deskOn(file);
        desk->trigger("fileFreeze");
        auto* narrative = desk->visible<QPlainTextEdit>("revisionNarrative");
        QVERIFY2(narrative->toPlainText().contains(QLatin1String("Half a sentence")),
                 qPrintable(narrative->toPlainText()));
        desk->visible<QPushButton>("revisionFreeze")->click();
        QVERIFY(desk->document().draft().isEmpty());
        // Without a file closing asks.
        auto nameless = deskOn({});
        nameless->trigger("fileFreeze");
        auto* text = nameless->visible<QPlainTextEdit>("revisionNarrative");
        text->setFocus();
        QTest::keyClicks(text, QStringLiteral("Words"));
        nameless->dialogs.unsaved = Dialogs::Unsaved::cancel;
        QVERIFY(!nameless->window.close());
        QCOMPARE(nameless->dialogs.asked, 1);
        QVERIFY(!nameless->dialogs.askedFor.contains(QLatin1String("Not saved")));
    }

    /// Taking back what an earlier session did reads the file; where that fails it is said.
    void anUndoThatFailsIsSaid() {
        const QString file = path("job.yarrin");
        {
            auto desk = deskOn(file);
            rename(*desk, "A010", "Earlier");
        }
        auto desk = deskOn(file);
        const Programme before = desk->programme();
        QVERIFY(desk->document().canUndo());
        {
            const Holder holder(file);
            desk->trigger("editUndo");
            QVERIFY2(desk->notice().contains(QLatin1String("Nothing was taken back")), qPrintable(desk->notice()));
            QVERIFY(desk->programme() == before);
        }
        desk->trigger("editUndo");
        QCOMPARE(desk->cell("A010", "name").data().toString(), QStringLiteral("A010"));
    }

    /// Names and narratives from the other side are words: nothing in them is read from the disk, nothing is laid out.
    void foreignWordsAreWords() {
        const QString pipe = path("pipe");
        QVERIFY(::mkfifo(pipe.toUtf8().constData(), 0600) == 0); // who reads it waits for ever
        const std::string mark = "<img src=\"file://" + pipe.toStdString() + "\"><b>Bold</b>";
        Programme p = small();
        p.job.title = mark;
        std::vector<Activity> rows(p.activities.begin(), p.activities.end());
        for (Activity& a : rows) a.name = mark + a.key;
        p.activities.assign(rows);
        Desk desk(p, path("settings.ini"));
        desk.window.setKeeping(keeping());
        desk.clickCell(desk.cell("A010", "name"));
        for (const char* stage : {"stage1", "stage2", "stage3", "stage4", "stage5", "stage7", "stage8", "fileRecord"}) {
            desk.trigger(stage);
            QApplication::processEvents();
            for (QLabel* label : desk.window.findChildren<QLabel*>()) {
                if (!label->isVisible()) continue;
                const bool plain =
                    label->textFormat() == Qt::PlainText ||
                    (label->textFormat() == Qt::RichText && !label->text().contains(QLatin1String("<img")));
                QVERIFY2(plain, qPrintable(label->objectName() + QLatin1Char(' ') + label->text()));
            }
        }
        // Tips of rows, of widgets and of bars.
        desk.trigger("stage5");
        const QModelIndex cell = desk.cell("A010", "name");
        desk.table().scrollTo(cell);
        const QPoint at = desk.table().visualRect(cell).center();
        QHelpEvent help(QEvent::ToolTip, at, desk.table().viewport()->mapToGlobal(at));
        QApplication::sendEvent(desk.table().viewport(), &help);
        int tips = 0;
        for (QWidget* top : QApplication::topLevelWidgets()) {
            if (!top->inherits("QTipLabel") || !top->isVisible()) continue;
            ++tips;
            QCOMPARE(static_cast<QLabel*>(top)->textFormat(), Qt::PlainText);
        }
        QVERIFY(tips > 0);
        // A narrative shows where a picture would come from, and takes none.
        QVERIFY(
            desk.document()
                .freeze(QStringLiteral("A"), QStringLiteral("Tender"),
                        QStringLiteral("# Basis\n\n![plan](file://%1)\n\n<img src=\"file://%1\">\n\ntext").arg(pipe))
                .ok());
        desk.trigger("fileRecord");
        desk.window.findChild<RecordStage*>()->showNamed(QStringLiteral("revisions"));
        desk.window.findChild<RecordStage*>()->revisions().choose(QStringLiteral("A"));
        auto* shown = desk.visible<QTextBrowser>("revisionText");
        shown->grab();
        QVERIFY2(shown->toPlainText().contains(QLatin1String("[picture: file://")), qPrintable(shown->toPlainText()));
    }

    /// What is typed must open again: a bill taken over after its location went, quantities out of all bounds.
    void whatIsRefusedByTheFileIsRefusedByTheWindow() {
        const QString file = path("job.yarrin");
        auto desk = deskOn(file);
        const Outcome huge = desk->document().perform(QStringLiteral("bill"), [](Transaction& tx) {
            BillItem item;
            item.id = BillItemId{1};
            item.key = "X";
            item.unit = "m3";
            item.quantity = Decimal(2'000'000'000'000);
            tx.append(item);
            return done();
        });
        QVERIFY(!huge.ok() && huge.error().what.find("out of all bounds") != std::string::npos);
        const Outcome nowhere = desk->document().perform(QStringLiteral("bill"), [](Transaction& tx) {
            BillItem item;
            item.id = BillItemId{1};
            item.key = "X";
            item.unit = "m3";
            item.location = LocationId{77};
            tx.append(item);
            return done();
        });
        QVERIFY(!nowhere.ok() && nowhere.error().what.find("location") != std::string::npos);
        const Outcome many = desk->document().perform(QStringLiteral("id"), [&](Transaction& tx) {
            Activity a = tx.programme().activities[0];
            a.id = ActivityId{0x80000000u};
            a.key = "HIGH";
            tx.append(a);
            return done();
        });
        QVERIFY(!many.ok() && many.error().what.find("no number left") != std::string::npos);
        QVERIFY(readProgramme(file.toStdString()).ok());
        QVERIFY(*readProgramme(file.toStdString()).operator->() == desk->programme());
    }

    /// The workbook is written without a window, from a file and from the demo, whatever language the system speaks.
    void theWorkbookIsWrittenFromTheCommandLine() {
        const QString program = QCoreApplication::applicationDirPath() + QStringLiteral("/../src/app/yarrin");
        const QString file = path("job.yarrin");
        { auto desk = deskOn(file); }
        const auto run = [&](const QStringList& words) {
            QProcess process;
            QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
            environment.insert(QStringLiteral("HOME"), m_folder->path());
            environment.insert(QStringLiteral("XDG_CONFIG_HOME"), m_folder->path());
            process.setProcessEnvironment(environment);
            process.start(program, words);
            return process.waitForFinished(60000) && process.exitStatus() == QProcess::NormalExit ? process.exitCode()
                                                                                                  : -1;
        };
        QCOMPARE(run({file, QStringLiteral("--export-xlsx"), path("out.xlsx")}), 0);
        const auto book = readWorkbook(path("out.xlsx").toStdString());
        QVERIFY2(book.ok(), book.ok() ? "" : book.error().what.c_str());
        QCOMPARE(book->sheets.size(), std::size_t(2));
        QCOMPARE(book->sheets[0].at(1, 0).text, std::string("A010"));
        QCOMPARE(book->sheets[0].at(1, 3).number, std::optional(5.0));
        QCOMPARE(run({QStringLiteral("--demo"), QStringLiteral("--export-xlsx"), path("demo.xlsx")}), 0);
        QVERIFY(readWorkbook(path("demo.xlsx").toStdString())->sheets[0].rows.size() > 150);
        QCOMPARE(run({path("nowhere.yarrin"), QStringLiteral("--export-xlsx"), path("no.xlsx")}), 3);
        QVERIFY(!QFile::exists(path("no.xlsx")));
        // A table does not take the place of a programme, neither of one that is open nor of one that lies there.
        const QByteArray kept = bytesOf(file);
        QCOMPARE(run({file, QStringLiteral("--export-xlsx"), file}), 3);
        auto desk = deskOn(file);
        desk->dialogs.save = file;
        desk->trigger("exportTable");
        QVERIFY2(desk->notice().contains(QLatin1String("it is a programme")), qPrintable(desk->notice()));
        desk->dialogs.save = path("menu.xlsx");
        desk->trigger("exportTable");
        QVERIFY2(desk->notice().contains(path("menu.xlsx")), qPrintable(desk->notice()));
        desk.reset();
        QVERIFY(bytesOf(file) == kept);
    }

    /// The clocks of notices go by the day, also in a window that is left open over midnight.
    void anotherDayBeginsInAnOpenWindow() {
        Programme p = small();
        p.job.noticeDays = 7;
        DelayEvent event;
        event.id = EventId{1};
        event.key = "E01";
        event.title = "Late drawings";
        event.risk = Risk::employer;
        event.known = dateFrom(2027, 1, 28);
        p.events.append(event);
        Desk desk(p, path("settings.ini")); // 1 February 2027
        const QString before = desk.standing().accessibleDescription();
        desk.window.setToday(dateFrom(2027, 2, 20));
        QVERIFY(desk.standing().accessibleDescription() != before);
        QVERIFY2(desk.standing().accessibleDescription().contains(QLatin1String("lapsed")),
                 qPrintable(desk.standing().accessibleDescription()));
    }

    /// The seal stands in the window, can be copied, and the record is checked there; a signed freeze says by whom.
    void theSealStandsInTheWindow() {
        const QString file = path("job.yarrin");
        auto desk = deskOn(file);
        Keeping signing = keeping();
        signing.signingKey = path("config/signing-key.pem");
        desk->document().keeper().setKeeping(signing);
        rename(*desk, "A010", "First");
        desk->trigger("fileFreeze");
        auto* sign = desk->visible<QCheckBox>("revisionSign");
        QVERIFY(!sign->isChecked());
        sign->click();
        desk->visible<QPushButton>("revisionFreeze")->click();
        auto* facts = desk->visible<QLabel>("revisionFacts");
        QVERIFY2(facts->text().contains(QLatin1String("signed by A. Planner, key ")), qPrintable(facts->text()));
        QVERIFY2(facts->text().contains(QLatin1String("Seal ")), qPrintable(facts->text()));
        struct stat found {};
        QCOMPARE(::stat(signing.signingKey.toUtf8().constData(), &found), 0);
        QCOMPARE(found.st_mode & 0777, mode_t(0600));
        // Who signed once goes on signing.
        desk->trigger("fileFreeze");
        QVERIFY(desk->visible<QCheckBox>("revisionSign")->isChecked());
        desk->window.findChild<RecordStage*>()->show(RecordStage::Page::history);
        desk->visible<QPushButton>("historySealCopy")->click();
        const QString seal = QApplication::clipboard()->text();
        QCOMPARE(seal.toStdString(), *sealOf(file.toStdString()));
        QVERIFY(desk->visible<QLabel>("historySeal")->text().contains(seal));
        const auto notice = [&] { return desk->window.findChild<RecordStage*>()->notice().text(); };
        desk->visible<QPushButton>("historyCheck")->click();
        QTRY_VERIFY2(notice().contains(QLatin1String("are as they were recorded")), qPrintable(notice()));
        // A forged line is told there, too.
        sqlite3* db = nullptr;
        sqlite3_open(file.toUtf8().constData(), &db);
        sqlite3_exec(db, "UPDATE history SET author = 'Nobody' WHERE id = 1", nullptr, nullptr, nullptr);
        sqlite3_close(db);
        desk->visible<QPushButton>("historyCheck")->click();
        QTRY_VERIFY2(notice().contains(QLatin1String("not as it was recorded")), qPrintable(notice()));
    }
};

QTEST_MAIN(TroubleTest)
#include "trouble_test.moc"
