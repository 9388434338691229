// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/record/compare_page.h"
#include "app/record/history_page.h"
#include "app/record/record_stage.h"
#include "app/record/record_strip.h"
#include "app/record/revision_page.h"
#include "app/table/list_page.h"
#include "desk.h"
#include "store/csv.h"
#include "store/file.h"
#include "store/workbook.h"

#include <QComboBox>
#include <QDir>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTextBrowser>
#include <QToolButton>

#include <csignal>
#include <sys/resource.h>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Holds all files of this process to the size that they have now, as a full disk does.
class FullDisk {
public:
    explicit FullDisk(const QString& path) {
        std::signal(SIGXFSZ, SIG_IGN);
        ::getrlimit(RLIMIT_FSIZE, &m_old);
        rlimit small = m_old;
        small.rlim_cur = rlim_t(QFileInfo(path).size());
        ::setrlimit(RLIMIT_FSIZE, &small);
    }
    ~FullDisk() { ::setrlimit(RLIMIT_FSIZE, &m_old); }

private:
    rlimit m_old{};
};

} // namespace

class RecordTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    int m_second = 0;
    QString path(const char* name) const { return m_folder.filePath(QString::fromLatin1(name)); }
    QString settings() const { return path("settings.ini"); }

    Keeping keeping() {
        Keeping keeping;
        keeping.folder = path("unsaved");
        keeping.author = "A. Planner";
        keeping.now = [this] {
            const int s = ++m_second;
            return QStringLiteral("2027-03-01 08:%1:%2 +00:00")
                .arg(s / 60 % 60, 2, 10, QLatin1Char('0'))
                .arg(s % 60, 2, 10, QLatin1Char('0'))
                .toStdString();
        };
        keeping.writeMilliseconds = 20000; // the disk may be busy with other tests
        keeping.pageMilliseconds = 20000;
        return keeping;
    }

    /// A window on a file of its own.
    std::unique_ptr<Desk> deskOn(const QString& file) {
        auto desk = std::make_unique<Desk>(small(), settings());
        desk->window.setKeeping(keeping());
        if (QFile::exists(file)) {
            desk->window.openFile(file);
        } else {
            desk->dialogs.save = file;
            desk->trigger("fileSaveAs");
        }
        return desk;
    }
    static GridView& grid(Desk& desk, const char* name) { return *desk.find<GridView>(name); }
    static void click(Desk& desk, const char* button) {
        QTest::mouseClick(desk.visible<QPushButton>(button), Qt::LeftButton);
    }
    static QString text(GridView& grid, int row, int column) {
        return grid.model()->index(row, column).data().toString();
    }

private slots:
    void everyChangeIsOnTheDiskAtOnce() {
        auto desk = deskOn(path("kept.yarrin"));
        QVERIFY(!desk->window.isWindowModified());
        desk->enter(desk->cell("A020", "days"), QStringLiteral("9d"));
        QVERIFY2(!desk->window.isWindowModified(), "nothing is left to save");
        QVERIFY(*readProgramme(path("kept.yarrin").toStdString()).operator->() == desk->programme());
        desk->trigger("editUndo");
        QVERIFY(*readProgramme(path("kept.yarrin").toStdString()).operator->() == desk->programme());
        desk->window.close();
        QCOMPARE(desk->dialogs.asked, 0);
    }

    void savingNamesAVersion() {
        auto desk = deskOn(path("named.yarrin"));
        desk->trigger("fileSave");
        auto* name = desk->visible<QLineEdit>("versionName");
        QVERIFY(name->hasFocus());
        QTest::keyClicks(name, QStringLiteral("Before the meeting"));
        QTest::keyClick(name, Qt::Key_Return);
        QVERIFY(!name->isVisible());
        const auto entries = desk->document().keeper().file()->history();
        QCOMPARE(entries->front().kind, EntryKind::named);
        QCOMPARE(QString::fromStdString(entries->front().text), QStringLiteral("Before the meeting"));
        desk->trigger("fileSave");
        QTest::keyClick(desk->visible<QLineEdit>("versionName"), Qt::Key_Escape);
        QVERIFY(!name->isVisible());
        QCOMPARE(desk->document().keeper().file()->history()->size(), entries->size());
    }

    void theHistoryIsSearchedAndGoneBackTo() {
        const QString file = path("history.yarrin");
        Programme middle;
        {
            auto desk = deskOn(file);
            desk->enter(desk->cell("A020", "days"), QStringLiteral("9d"));
            middle = desk->programme();
            desk->enter(desk->cell("A030", "name"), QStringLiteral("Other work"));
            desk->enter(desk->cell("A010", "days"), QStringLiteral("3d"));
            desk->window.close();
        }
        auto desk = deskOn(file); // a later session
        const Programme last = desk->programme();
        desk->trigger("fileRecord");
        GridView& table = grid(*desk, "historyTable");
        QCOMPARE(table.model()->rowCount(), 3);
        QVERIFY2(text(table, 0, 3).contains(QLatin1String("A010")), qPrintable(text(table, 0, 3)));
        QCOMPARE(text(table, 0, 2), QStringLiteral("A. Planner"));
        auto* filter = desk->find<QLineEdit>("historyTableFilter");
        QTest::keyClicks(filter, QStringLiteral("A020"));
        QCOMPARE(table.model()->rowCount(), 1);
        table.selectRow(0);
        click(*desk, "historyBack");
        QVERIFY(desk->programme() == middle);
        QVERIFY2(desk->document().trial(), "going back is a trial");
        click(*desk, "trialDrop");
        QVERIFY(desk->programme() == last);
        QVERIFY(!desk->document().trial());
        // What is done from now on is signed otherwise.
        auto* author = desk->visible<QLineEdit>("historyAuthor");
        author->selectAll();
        QTest::keyClicks(author, QStringLiteral("B. Other"));
        QTest::keyClick(author, Qt::Key_Return);
        // And undo goes on behind the opening of the file.
        filter->clear();
        desk->trigger("editUndo");
        desk->trigger("editUndo");
        QVERIFY(desk->programme() == middle);
        QCOMPARE(text(table, 0, 2), QStringLiteral("B. Other"));
        desk->trigger("editRedo");
        desk->trigger("editRedo");
        QVERIFY(desk->programme() == last);
        for (int i = 0; i < 3; ++i) desk->trigger("editUndo");
        QVERIFY(desk->programme() == small());
        QVERIFY(!desk->document().canUndo());
    }

    void aTrialIsSeenComparedKeptAndDropped() {
        auto desk = deskOn(path("trial.yarrin"));
        desk->enter(desk->cell("A030", "name"), QStringLiteral("Before"));
        const Programme before = desk->programme();
        QTest::mouseClick(desk->find<QToolButton>("trialButton"), Qt::LeftButton);
        auto* line = desk->find<QLabel>("recordTrialText");
        QVERIFY(line->isVisible());
        QVERIFY2(line->text().contains(QLatin1String("nothing moved yet")), qPrintable(line->text()));
        QVERIFY2(desk->window.viewState().outline(), "where it began is not outlined");
        desk->enter(desk->cell("A020", "days"), QStringLiteral("20d"));
        desk->enter(desk->cell("A010", "days"), QStringLiteral("6d"));
        QVERIFY2(line->text().contains(QLatin1String("S1")) && line->text().contains(QLatin1String("exposure")),
                 qPrintable(line->text()));
        // Undo stays within the trial.
        desk->trigger("editUndo");
        desk->trigger("editUndo");
        QVERIFY(!desk->document().canUndo());
        desk->trigger("editRedo");
        desk->trigger("editRedo");
        const Programme tried = desk->programme();
        click(*desk, "trialCompare");
        GridView& table = grid(*desk, "compareTable");
        QVERIFY(table.model()->rowCount() > 3);
        QStringList rows;
        for (int i = 0; i < table.model()->rowCount(); ++i)
            rows << text(table, i, 1) + QLatin1Char(' ') + text(table, i, 3) + QLatin1Char(' ') + text(table, i, 5);
        QVERIFY2(rows.contains(QStringLiteral("A020 duration 20d")), qPrintable(rows.join(QLatin1Char('\n'))));
        click(*desk, "compareOutline");
        QCOMPARE(QString::fromStdString(desk->window.viewState().outline()->name), QStringLiteral("Before the trial"));
        QTest::keyClicks(desk->visible<QLineEdit>("trialName"), QStringLiteral("Two gangs"));
        click(*desk, "trialKeep");
        QVERIFY(!line->isVisible());
        QVERIFY(!desk->window.viewState().outline());
        QVERIFY(desk->programme() == tried);
        QCOMPARE(desk->document().undoText(), QStringLiteral("Two gangs"));
        desk->trigger("editUndo");
        QVERIFY2(desk->programme() == before, "a kept trial is one step");
        desk->trigger("editRedo");
        QVERIFY(desk->programme() == tried);

        desk->trigger("editTrial");
        desk->enter(desk->cell("A010", "days"), QStringLiteral("1d"));
        click(*desk, "trialDrop");
        QVERIFY(desk->programme() == tried);
        QVERIFY(*readProgramme(path("trial.yarrin").toStdString()).operator->() == tried);
    }

    void aTrialOutlivesTheProgram() {
        const QString file = path("crash.yarrin");
        Programme before, tried;
        {
            auto desk = deskOn(file);
            before = desk->programme();
            desk->trigger("editTrial");
            desk->enter(desk->cell("A020", "days"), QStringLiteral("15d"));
            tried = desk->programme();
            QFile::copy(file, path("crashed.yarrin")); // as a crash would leave it
        }
        auto desk = deskOn(path("crashed.yarrin"));
        QVERIFY(desk->programme() == tried);
        QVERIFY(desk->document().trial());
        QVERIFY2(desk->notice().contains(QLatin1String("was not ended")), qPrintable(desk->notice()));
        click(*desk, "trialDrop");
        QVERIFY(desk->programme() == before);
    }

    void aFullDiskIsSaidAndWrittenLater() {
        const QString file = path("full.yarrin");
        auto desk = deskOn(file);
        auto* line = desk->find<QLabel>("recordTroubleText");
        {
            const FullDisk full(file);
            for (int i = 0; i < 30 && !line->isVisible(); ++i)
                desk->enter(desk->cell("A030", "name"), QString(300, QLatin1Char('x')) + QString::number(i));
            QVERIFY2(line->isVisible(), "a full disk was not said");
            QVERIFY2(line->text().contains(QLatin1String("not in the file")), qPrintable(line->text()));
            QVERIFY(desk->window.isWindowModified());
            // Work goes on.
            desk->enter(desk->cell("A020", "days"), QStringLiteral("9d"));
            QCOMPARE(desk->cell("A020", "days").data().toString(), QStringLiteral("9"));
            QVERIFY(desk->document().keeper().unwritten() >= 2);
        }
        click(*desk, "recordRetry");
        QVERIFY(!line->isVisible());
        QVERIFY(!desk->window.isWindowModified());
        QVERIFY(*readProgramme(file.toStdString()).operator->() == desk->programme());
    }

    /// What waits to be written goes along when the file is saved elsewhere, behind the history and revisions that are
    /// there.
    void savingElsewhereWhileChangesWaitKeepsTheRecord() {
        const QString file = path("full2.yarrin"), other = path("elsewhere.yarrin");
        auto desk = deskOn(file);
        desk->enter(desk->cell("A010", "name"), QStringLiteral("before"));
        QVERIFY(desk->document().freeze(QStringLiteral("A"), QStringLiteral("Update"), QStringLiteral("n")).ok());
        {
            const FullDisk full(file);
            for (int i = 0; i < 30 && desk->document().keeper().unwritten() == 0; ++i)
                desk->enter(desk->cell("A030", "name"), QString(300, QLatin1Char('x')) + QString::number(i));
            QVERIFY(desk->document().keeper().unwritten() > 0);
        }
        const std::size_t waited = desk->document().keeper().unwritten();
        QVERIFY(waited > 0); // nothing tried again yet
        QVERIFY(desk->document().save(other).ok());
        QCOMPARE(desk->document().keeper().unwritten(), std::size_t(0));
        QVERIFY(*readProgramme(other.toStdString()).operator->() == desk->programme());
        const auto revisions = revisionsIn(other.toStdString());
        QVERIFY(revisions.ok());
        QCOMPARE(revisions->size(), std::size_t(1));
        const auto history = desk->document().keeper().file()->history();
        QVERIFY(history.ok() && history->size() > waited);
        QVERIFY(history->front().text.find("xxx") != std::string::npos);
    }

    void aSecondWindowReadsAndMaySaveACopy() {
        auto first = deskOn(path("both.yarrin"));
        auto second = deskOn(path("both.yarrin"));
        auto* line = second->find<QLabel>("recordReadOnlyText");
        QVERIFY(line->isVisible());
        QVERIFY2(line->text().contains(QLatin1String("A. Planner on ")), qPrintable(line->text()));
        const Programme before = second->programme();
        second->enter(second->cell("A020", "days"), QStringLiteral("9d"));
        QVERIFY(second->programme() == before);
        QVERIFY2(messageOn(second->table()).contains(QLatin1String("reading only")),
                 qPrintable(messageOn(second->table())));
        second->dialogs.save = path("copy.yarrin");
        click(*second, "recordCopy");
        QVERIFY(!line->isVisible());
        QTest::keyClick(&second->table(), Qt::Key_Escape);
        second->enter(second->cell("A020", "days"), QStringLiteral("9d"));
        QVERIFY(second->programme() != before);
        QVERIFY(*readProgramme(path("both.yarrin").toStdString()).operator->() == before);
    }

    /// What is written of one job does not go into the file of the next, however soon that comes; and what the program
    /// drafted by itself is nothing that somebody wrote.
    void aNarrativeStaysWithItsJob() {
        auto desk = deskOn(path("narrative.yarrin"));
        desk->trigger("fileFreeze");
        auto* narrative = desk->visible<QPlainTextEdit>("revisionNarrative");
        QVERIFY(narrative->toPlainText().contains(QLatin1String("## Critical path")));
        QTest::qWait(1000); // longer than it takes until what is typed is kept
        QVERIFY2(desk->document().draft().isEmpty(), qPrintable(desk->document().draft()));
        narrative->setFocus();
        QTest::keyClicks(narrative, QStringLiteral("Words of the first job "));
        desk->window.openDemo();
        QTest::qWait(1000);
        QVERIFY2(!desk->document().draft().contains(QLatin1String("first job")), qPrintable(desk->document().draft()));
        QVERIFY(!narrative->toPlainText().contains(QLatin1String("first job")));
    }

    void aRevisionIsFrozenAcceptedComparedAndRestored() {
        auto desk = deskOn(path("revisions.yarrin"));
        const Programme first = desk->programme();
        desk->trigger("fileFreeze");
        QCOMPARE(desk->visible<QLineEdit>("revisionKey")->text(), QStringLiteral("A"));
        auto* narrative = desk->visible<QPlainTextEdit>("revisionNarrative");
        QVERIFY2(narrative->toPlainText().contains(QLatin1String("## Critical path")), "no draft");
        desk->find<QComboBox>("revisionPurpose")->setCurrentText(QStringLiteral("Contract"));
        click(*desk, "revisionFreeze");
        QCOMPARE(desk->visible<QLabel>("revisionTitle")->text(), QStringLiteral("Revision A · Contract"));
        QVERIFY(desk->visible<QTextBrowser>("revisionText")->toPlainText().contains(QLatin1String("Critical path")));
        click(*desk, "revisionAccept");
        QVERIFY(desk->visible<QLabel>("revisionFacts")->text().contains(QLatin1String("the contract programme")));

        desk->trigger("stage5");
        desk->enter(desk->cell("A020", "days"), QStringLiteral("12d"));
        const Programme second = desk->programme();
        desk->trigger("fileFreeze");
        QCOMPARE(desk->visible<QLineEdit>("revisionKey")->text(), QStringLiteral("B"));
        QCOMPARE(desk->find<QComboBox>("revisionPurpose")->currentText(), QStringLiteral("Update 1"));
        QVERIFY(desk->visible<QPlainTextEdit>("revisionNarrative")
                    ->toPlainText()
                    .contains(QLatin1String("## Changes since revision A")));
        desk->visible<QLineEdit>("revisionKey")->setText(QStringLiteral("A"));
        click(*desk, "revisionFreeze");
        auto* stage = desk->find<RecordStage>("recordStage");
        QVERIFY2(stage->notice().text().contains(QLatin1String("revision A already")),
                 qPrintable(stage->notice().text()));
        desk->visible<QLineEdit>("revisionKey")->setText(QStringLiteral("B"));
        click(*desk, "revisionFreeze");
        click(*desk, "revisionAccept");
        QVERIFY2(stage->notice().text().contains(QLatin1String("say why")), qPrintable(stage->notice().text()));
        QTest::keyClicks(desk->visible<QLineEdit>("revisionReason"), QStringLiteral("Agreed"));
        click(*desk, "revisionAccept");
        const auto list = desk->document().keeper().file()->revisions();
        QVERIFY(!list->front().contract && list->back().contract);

        grid(*desk, "revisionTable").selectRow(0);
        click(*desk, "revisionCompare");
        QVERIFY(grid(*desk, "compareTable").model()->rowCount() > 0);
        for (const char* name : {"differences.csv", "differences.xlsx"}) {
            desk->dialogs.save = path(name);
            click(*desk, "compareExport");
            QVERIFY(QFile::exists(path(name)));
        }
        const auto csv = parseCsv(*readTextFile(path("differences.csv").toStdString()));
        const auto book = readWorkbook(path("differences.xlsx").toStdString());
        QVERIFY(csv.ok() && book.ok());
        const auto rows = std::size_t(grid(*desk, "compareTable").model()->rowCount()) + 1;
        QCOMPARE(csv->size(), rows);
        QCOMPARE(book->sheets.front().rows.size(), rows);
        // Fewer where a kind is taken away.
        click(*desk, "compareKind");
        QVERIFY(std::size_t(grid(*desk, "compareTable").model()->rowCount()) + 1 < rows);

        click(*desk, "recordRevisions");
        grid(*desk, "revisionTable").selectRow(0);
        click(*desk, "revisionOutline");
        QVERIFY(desk->window.viewState().outline());
        desk->trigger("fileRecord");
        click(*desk, "revisionRestore");
        QVERIFY(desk->programme() == first);
        desk->trigger("editUndo");
        QVERIFY(desk->programme() == second);
        const auto verified = verifyFile(path("revisions.yarrin").toStdString());
        QVERIFY(verified.ok() && verified->revisions.size() == 2 && verified->whole());
    }

    void whatHasNoNameIsKeptAndOfferedAgain() {
        {
            Desk desk(small(), settings());
            desk.window.setKeeping(keeping());
            desk.enter(desk.cell("A020", "days"), QStringLiteral("9d"));
            QCOMPARE(QDir(path("unsaved")).entryList({QStringLiteral("*.yarrin")}).size(), 1);
            // As a crash leaves it: what is copied is held by nobody.
            QDir().mkpath(path("left"));
            const QString name = QDir(path("unsaved")).entryList({QStringLiteral("*.yarrin")}).front();
            QFile::copy(path("unsaved") + QLatin1Char('/') + name, path("left/") + name);
            desk.window.close(); // not saved: discarded, as was answered
        }
        QVERIFY2(QDir(path("unsaved")).entryList({QStringLiteral("*.yarrin")}).isEmpty(),
                 "what was discarded is still there");
        Desk desk(Document::blank(dateFrom(2027, 1, 1)), settings());
        Keeping left = keeping();
        left.folder = path("left");
        desk.window.setKeeping(left);
        QVERIFY2(desk.notice().contains(QLatin1String("never saved")), qPrintable(desk.notice()));
        click(desk, "noticeAnswer");
        QCOMPARE(desk.cell("A020", "days").data().toString(), QStringLiteral("9"));
        QVERIFY(desk.window.isWindowModified());
        desk.dialogs.save = path("found.yarrin");
        desk.trigger("fileSave");
        QVERIFY(!desk.window.isWindowModified());
        QVERIFY(QDir(path("left")).entryList({QStringLiteral("*.yarrin")}).isEmpty());
        QVERIFY(!desk.document().keeper().file()->history()->empty());
    }
};

QTEST_MAIN(RecordTest)
#include "record_test.moc"
