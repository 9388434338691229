// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The stage Sheets with keys and mouse: sheets are made, named, set and put on paper; pages turn; what is gone is said.
#include "app/sheets/sheet_preview.h"
#include "app/sheets/sheets_stage.h"
#include "desk.h"

#include <QComboBox>
#include <QFile>
#include <QLabel>
#include <QListWidget>
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
