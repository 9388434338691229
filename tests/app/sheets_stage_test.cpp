// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The stage Sheets with keys and mouse: sheets are made, named, set and put on paper; pages turn; what is gone is said.
#include "app/sheets/sheet_preview.h"
#include "app/sheets/sheets_stage.h"
#include "desk.h"

#include <QClipboard>
#include <QComboBox>
#include <QFile>
#include <QLabel>
#include <QListWidget>
#include <QMimeData>
#include <QMouseEvent>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class SheetsStageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    [[nodiscard]] QString settings() const { return m_folder.filePath(QStringLiteral("s.ini")); }

    struct At : Desk {
        At(const Programme& programme, const QString& file) : Desk(programme, file) {
            trigger("stage9");
            QApplication::processEvents();
        }
        SheetsStage& stage() { return *find<SheetsStage>("sheetsStage"); }
        SheetPreview& preview() { return *find<SheetPreview>("sheetPreview"); }
        QListWidget& list() { return *find<QListWidget>("sheetList"); }
        QString words(const char* name) { return find<QLabel>(name)->text(); }
        void press(const char* name) {
            QTest::mouseClick(visible<QPushButton>(name), Qt::LeftButton);
            QApplication::processEvents();
        }
        void type(const char* field, const QString& text) {
            auto* edit = find<QWidget>(field)->findChild<QLineEdit*>();
            if (!edit) edit = find<QLineEdit>(field);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, text.isEmpty() ? QStringLiteral(" ") : text);
            QTest::keyClick(edit, Qt::Key_Return);
            QApplication::processEvents();
        }
        void choose(const char* box, const QString& text) {
            auto* one = find<QComboBox>(box);
            one->setCurrentIndex(one->findText(text));
            emit one->activated(one->currentIndex());
            QApplication::processEvents();
        }
        const KeptSheet& sheet(std::size_t at = 0) { return programme().sheets[at]; }
    };

private slots:
    /// Empty, it says what belongs there; the first sheet shows all there is on one page.
    void theFirstSheet() {
        At at(small(), settings());
        QCOMPARE(at.preview().pages(), 0);
        QVERIFY(!at.find<QPushButton>("sheetPdf")->isEnabled());
        at.press("addSheet");
        QCOMPARE(at.programme().sheets.size(), std::size_t(1));
        QCOMPARE(at.preview().pages(), 1);
        QCOMPARE(at.words("sheetPage"), QStringLiteral("Page 1 of 1"));
        QCOMPARE(at.words("sheetSmallest"), QStringLiteral("1 page, smallest text 7.3 pt"));
        // On the screen it is the paper, with ink on it.
        const QRect paper = at.preview().paperRect();
        QVERIFY(std::abs(paper.width() / double(paper.height()) - 420.0 / 297) < 0.02);
        const QImage seen = at.preview().viewport()->grab().toImage();
        QCOMPARE(seen.pixelColor(paper.topLeft() + QPoint(3, 3)), QColor(Qt::white));
        at.document().undo();
        QCOMPARE(at.preview().pages(), 0);
    }

    /// What is typed and chosen is the sheet's; what cannot be is refused where it was typed.
    void settingsAreKept() {
        At at(small(), settings());
        at.press("addSheet");
        at.type("sheetName", QStringLiteral("Wall"));
        QCOMPARE(at.sheet().key, std::string("Wall"));
        QCOMPARE(at.list().item(0)->text(), QStringLiteral("Wall"));
        at.choose("sheetPaperSize", QStringLiteral("A4"));
        at.choose("sheetLiesSo", at.stage().tr("upright"));
        QVERIFY(at.sheet().paper == "A4" && at.sheet().upright);
        QVERIFY(at.preview().paperRect().height() > at.preview().paperRect().width());
        at.type("sheetPagesWide", QStringLiteral("3"));
        QCOMPARE(at.preview().pages(), 3);
        at.type("sheetPagesWide", QStringLiteral("many"));
        QCOMPARE(at.sheet().wide, 3);
        at.type("sheetPagesWide", QStringLiteral("1"));
        at.type("sheetWeekWidth", QStringLiteral("90"));
        QVERIFY(at.preview().pages() > 1);
        at.type("sheetWeekWidth", {});
        QCOMPARE(at.preview().pages(), 1);
        at.type("sheetColumns", QStringLiteral("id; finish"));
        QCOMPARE(at.sheet().columns, std::string("id; finish"));
        at.type("sheetAfter", QStringLiteral("8"));
        QCOMPARE(at.sheet().weeksAfter, std::optional<int>(8));
        at.choose("sheetLens", QString::fromStdString(shippedLenses().back().name));
        QCOMPARE(at.sheet().lens, shippedLenses().back().name);
        at.choose("sheetLinks", at.stage().tr("left out"));
        QVERIFY(at.sheet().noLinks);
    }

    /// Keys on the list: made, moved, deleted, pages turned; the menu duplicates.
    void keys() {
        At at(small(), settings());
        for (int i = 0; i < 3; ++i) QTest::keyClick(&at.list(), Qt::Key_Insert);
        QCOMPARE(at.programme().sheets.size(), std::size_t(3));
        const SheetId last = at.stage().chosen();
        QTest::keyClick(&at.list(), Qt::Key_Up, Qt::AltModifier);
        QCOMPARE(at.sheet(1).id, last);
        QCOMPARE(at.list().currentRow(), 1);
        at.type("sheetPagesWide", QStringLiteral("2"));
        QTest::keyClick(&at.list(), Qt::Key_PageDown);
        QCOMPARE(at.words("sheetPage"), QStringLiteral("Page 2 of 2"));
        at.press("sheetBack");
        QCOMPARE(at.preview().page(), 0);
        QTest::keyClick(&at.list(), Qt::Key_Delete);
        QCOMPARE(at.programme().sheets.size(), std::size_t(2));
        QVERIFY(at.stage().chosen() != last);
    }

    /// Saved one by one and all together; nothing of it where a sheet cannot be.
    void saved() {
        At at(small(), settings());
        at.press("addSheet");
        at.press("addSheet");
        at.dialogs.save = m_folder.filePath(QStringLiteral("one.pdf"));
        at.press("sheetPdf");
        QVERIFY(QFile::exists(at.dialogs.save));
        at.dialogs.save = m_folder.filePath(QStringLiteral("all.pdf"));
        at.press("saveAllSheets");
        QVERIFY(QFile(at.dialogs.save).size() > QFile(m_folder.filePath(QStringLiteral("one.pdf"))).size());
        at.dialogs.save = m_folder.filePath(QStringLiteral("nowhere/x.pdf"));
        at.press("sheetPdf");
        QVERIFY(at.stage().notice().text().contains(QStringLiteral("cannot be written")));
        // A lens that is gone is said, and so is what is saved with it.
        QVERIFY(at.document()
                    .perform(QStringLiteral("lens"),
                             [&](Transaction& tx) {
                                 return setSheetField(tx, at.stage().chosen(), SheetField::lens, "Nobody's");
                             })
                    .ok());
        QCOMPARE(at.preview().pages(), 0);
        at.dialogs.save = m_folder.filePath(QStringLiteral("gone.pdf"));
        at.press("saveAllSheets");
        QVERIFY(at.stage().notice().text().contains(QStringLiteral("is there no more")));
        QVERIFY(!QFile::exists(at.dialogs.save));
    }

    /// A page's end is dragged up to another row, down again, and let go by a double click; a right edge to another
    /// day.
    void breaksAreDragged() {
        At at(small(), settings());
        at.press("addSheet");
        QWidget* paper = at.preview().viewport();
        const auto drag = [&](const QPoint& from, const QPoint& to) {
            QTest::mousePress(paper, Qt::LeftButton, {}, from);
            QMouseEvent move(QEvent::MouseMove, to, paper->mapToGlobal(to), Qt::LeftButton, Qt::LeftButton, {});
            QApplication::sendEvent(paper, &move);
            QTest::mouseRelease(paper, Qt::LeftButton, {}, to);
            QApplication::processEvents();
        };
        const auto grid = [&] { return *at.preview().laid()->grid(std::size_t(at.preview().page())); };
        const std::size_t all = grid().rows.size();
        QVERIFY(all >= 4);
        const double row = grid().rowHeight * at.preview().paperRect().height() / at.preview().laid()->inches.height();
        const int x = at.preview().paperRect().center().x(), end = *at.preview().rowBreakY();
        const ActivityId second = grid().rows[all - 2];
        drag({x, end}, {x, end - int(2 * row)});
        QCOMPARE(at.preview().pages(), 2);
        QCOMPARE(at.sheet().rowBreaks, std::vector<ActivityId>{second});
        QCOMPARE(grid().rows.size(), all - 2);
        // A row further down, and to where the page would hold all.
        const int up = *at.preview().rowBreakY();
        drag({x, up}, {x, up + int(row)});
        QCOMPARE(grid().rows.size(), all - 1);
        QCOMPARE(at.sheet().rowBreaks.size(), std::size_t(1));
        QTest::mouseDClick(paper, Qt::LeftButton, {}, {x, *at.preview().rowBreakY()});
        QApplication::processEvents();
        QCOMPARE(at.preview().pages(), 1);
        QVERIFY(at.sheet().rowBreaks.empty());
        at.document().undo();
        QCOMPARE(at.preview().pages(), 2);
        at.document().redo();
        // Time: pages beside each other.
        at.type("sheetPagesWide", QStringLiteral("2"));
        QCOMPARE(grid().timeBreaks.size(), std::size_t(1));
        const Date evenly = grid().timeBreaks[0];
        const int right = *at.preview().timeBreakX(), y = at.preview().paperRect().center().y() - 40;
        drag({right, y}, {right - 30, y});
        QCOMPARE(at.sheet().timeBreaks.size(), std::size_t(1));
        QVERIFY(at.sheet().timeBreaks[0].day < evenly);
        QTest::mouseDClick(paper, Qt::LeftButton, {}, {*at.preview().timeBreakX(), y});
        QApplication::processEvents();
        QVERIFY(at.sheet().timeBreaks.empty());
    }

    /// A report's parts are ticked, moved and given words; what it is of is chosen; what is no bars goes out as tables.
    void reports() {
        At at(small(), settings());
        at.window.openDemo();
        at.trigger("stage9");
        QApplication::processEvents();
        at.stage().chooseNamed(QStringLiteral("Monthly report"));
        const auto sheet = [&]() -> const KeptSheet& { return *at.programme().sheets.row(at.stage().chosen()); };
        auto* parts = at.find<QListWidget>("sheetParts");
        const int pages = at.preview().pages();
        QVERIFY(pages > 2);
        QCOMPARE(parts->item(0)->text(), QStringLiteral("Where the job stands"));
        parts->setCurrentRow(1);
        QTest::keyClick(parts, Qt::Key_Up, Qt::AltModifier);
        QCOMPARE(sheet().parts[0].part, ReportPart::moved);
        QCOMPARE(parts->currentRow(), 0);
        parts->item(2)->setCheckState(Qt::Unchecked);
        QApplication::processEvents();
        QCOMPARE(sheet().parts.size(), std::size_t(8));
        parts->setCurrentRow(0);
        auto* own = at.find<QPlainTextEdit>("partText");
        own->setFocus();
        QTest::keyClicks(own, QStringLiteral("It went well."));
        parts->setFocus();
        QApplication::processEvents();
        QCOMPARE(sheet().parts[0].text, std::string("It went well."));
        at.press("partWords");
        QCOMPARE(sheet().parts[0].part, ReportPart::words);
        at.dialogs.save = m_folder.filePath(QStringLiteral("month.xlsx"));
        at.press("sheetWorkbook");
        QVERIFY(QFile::exists(at.dialogs.save));
        at.dialogs.save = m_folder.filePath(QStringLiteral("month.md"));
        at.press("sheetMarkdown");
        QVERIFY(QFile::exists(at.dialogs.save));
        // Another view: of what it is, and nothing of a month.
        at.choose("sheetView", QStringLiteral("How completion moved"));
        QCOMPARE(sheet().view, SheetView::completion);
        at.choose("sheetSubject", QStringLiteral("S2 Berth"));
        QCOMPARE(sheet().subject, std::string("S2"));
        QCOMPARE(at.preview().pages(), 1);
        at.choose("sheetRevision", QStringLiteral("revision 2"));
        QCOMPARE(sheet().revision, std::string("2"));
        at.choose("sheetView", QStringLiteral("Logic"));
        QCOMPARE(at.preview().pages(), 1);
        QVERIFY(at.preview().laid()->smallestText > 0);
        at.choose("sheetView", QStringLiteral("Table and bars"));
        QVERIFY(at.preview().pages() >= 1);
        QVERIFY(!at.find<QPushButton>("sheetWorkbook")->isVisible());
    }

    /// Printed, it is the same pages; when a sheet went out and as what stands below its name.
    void printed() {
        At at(small(), settings());
        Keeping keeping;
        keeping.folder = m_folder.filePath(QStringLiteral("unsaved"));
        keeping.author = "N. N.";
        keeping.now = [] { return std::string("2027-03-03 09:00:00"); };
        at.window.setKeeping(keeping);
        at.window.openDemo();
        at.trigger("stage9");
        QApplication::processEvents();
        at.stage().chooseNamed(QStringLiteral("Cost and cash"));
        const auto sheet = [&]() -> const KeptSheet& { return *at.programme().sheets.row(at.stage().chosen()); };
        at.press("sheetPrint"); // nowhere was chosen
        QVERIFY(!sheet().sentOn);
        at.dialogs.print = m_folder.filePath(QStringLiteral("printed.pdf"));
        at.press("sheetPrint");
        QVERIFY(QFile(at.dialogs.print).size() > 1000);
        QVERIFY(sheet().sentOn == dateFrom(2027, 3, 3) && sheet().sentAs == "4");
        const auto said = [&] { return at.list().currentItem()->data(Qt::AccessibleTextRole).toString(); };
        QVERIFY2(said().contains(QStringLiteral("out 3 Mar 2027 as revision 4")), qPrintable(said()));
        // The job goes on: the paper is older than it.
        QVERIFY(at.document()
                    .perform(QStringLiteral("on"),
                             [](Transaction& tx) {
                                 Job job = tx.programme().job;
                                 job.dataDate = *job.dataDate + 7 * minutesPerDay;
                                 tx.setJob(std::move(job));
                                 return done();
                             })
                    .ok());
        QVERIFY2(said().contains(QStringLiteral("older than the job")), qPrintable(said()));
    }

    /// The firm's sign is a picture that can be read, or it is refused.
    void sign() {
        At at(small(), settings());
        at.press("addSheet");
        at.dialogs.open = m_folder.filePath(QStringLiteral("no.png"));
        QFile no(at.dialogs.open);
        QVERIFY(no.open(QIODevice::WriteOnly) && no.write("no picture") > 0);
        no.close();
        const auto press = [&](const char* name) {
            at.find<QPushButton>(name)->click();
            QApplication::processEvents();
        };
        press("sheetLogo");
        QVERIFY(at.programme().job.logo.empty());
        QVERIFY(at.stage().notice().text().contains(QStringLiteral("is no picture")));
        QImage image(30, 20, QImage::Format_RGB32);
        image.fill(Qt::red);
        QVERIFY(image.save(m_folder.filePath(QStringLiteral("yes.png"))));
        at.dialogs.open = m_folder.filePath(QStringLiteral("yes.png"));
        press("sheetLogo");
        QVERIFY(!at.programme().job.logo.empty());
        press("sheetNoLogo");
        QVERIFY(at.programme().job.logo.empty());
    }

    /// What any stage shows goes out as a table and as a picture; what looks like a formula is text.
    void whatShows() {
        At at(small(), settings());
        at.trigger("stage5");
        QApplication::processEvents();
        QVERIFY(at.document()
                    .perform(QStringLiteral("name"),
                             [](Transaction& tx) {
                                 Activity one = tx.programme().activities[0];
                                 one.name = "=1+1";
                                 tx.set(std::move(one));
                                 return done();
                             })
                    .ok());
        at.dialogs.save = m_folder.filePath(QStringLiteral("shown.csv"));
        at.trigger("saveShownTable");
        QFile csv(at.dialogs.save);
        QVERIFY(csv.open(QIODevice::ReadOnly));
        const QByteArray text = csv.readAll();
        QVERIFY2(text.contains("\"'=1+1\"") && text.contains("\"2027-03-"), text.constData());
        at.trigger("copyShownTable");
        const QString copied = QApplication::clipboard()->text();
        QVERIFY2(copied.contains(QStringLiteral("\t'=1+1\t")), qPrintable(copied));
        QVERIFY(QApplication::clipboard()->mimeData()->html().contains(QStringLiteral("<td>'=1+1</td>")));
        at.trigger("copyPicture");
        QVERIFY(QApplication::clipboard()->image().width() > 300);
    }

    /// Text that is too small says so and offers what helps: each makes it larger, and can be taken back.
    void remediesForSmallText() {
        At at(small(), settings());
        at.window.openDemo();
        at.trigger("stage9");
        QApplication::processEvents();
        at.stage().chooseNamed(QStringLiteral("Whole programme, A1"));
        at.choose("sheetPaperSize", QStringLiteral("A3"));
        at.type("sheetPagesTall", QStringLiteral("1"));
        const auto points = [&] { return at.preview().laid()->smallestText; };
        const double first = points();
        QVERIFY(first < leastReadable);
        auto* words = at.find<QLabel>("sheetSmallest");
        QVERIFY2(words->text().contains(QStringLiteral("below what can be read")), qPrintable(words->text()));
        emit words->linkActivated(QStringLiteral("paper"));
        QVERIFY(points() > first);
        const double larger = points();
        emit words->linkActivated(QStringLiteral("pages"));
        QVERIFY(points() > larger && at.preview().pages() > 1);
        QVERIFY(!words->text().contains(QStringLiteral("<a ")));
        at.document().undo();
        QCOMPARE(points(), larger);
    }

    /// Nearer and farther; the paper stays the paper.
    void sizes() {
        At at(small(), settings());
        at.press("addSheet");
        const int whole = at.preview().paperRect().width();
        at.press("sheetReal");
        QVERIFY(at.preview().paperRect().width() > whole);
        at.press("sheetWidth");
        QVERIFY(at.preview().paperRect().width() <= at.preview().viewport()->width());
        at.press("sheetWhole");
        QCOMPARE(at.preview().paperRect().width(), whole);
    }
};

QTEST_MAIN(SheetsStageTest)
#include "sheets_stage_test.moc"
