// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The guide within the window: F1 leads to what is told of where one is, words are found, keys are all there.
#include "app/guide/guide_stage.h"
#include "app/window/stages.h"
#include "desk.h"

#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QMenuBar>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTextBlock>
#include <QTextBrowser>

using namespace yarrin;
using namespace yarrin::test;

class GuideTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    static QString heading(Desk& desk) { return desk.find<QTextBrowser>("guidePage")->document()->firstBlock().text(); }
    static QString chosen(Desk& desk) {
        const QListWidgetItem* item = desk.find<QListWidget>("guideContents")->currentItem();
        return item ? item->text().trimmed() : QString();
    }
    static Programme small() {
        Builder b;
        b.task("A", 5).milestone("M").link("A", "M").section("S1", "M", "2027-04-01", 1000);
        return b.programme;
    }

private slots:
    /// Every stage has its chapter, a page that is told of by a name of its own is opened there; Escape leads back.
    void fromWhereOneIs() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("where.ini")));
        for (const StageInfo& info : stages) {
            if (!info.icon) continue;
            desk.trigger(qPrintable(QStringLiteral("stage%1").arg(info.number)));
            desk.trigger("openGuide");
            QVERIFY2(heading(desk).startsWith(QLatin1String(info.title)), info.title);
            QTest::keyClick(desk.visible<QLineEdit>("guideFind"), Qt::Key_Escape);
            QVERIFY2(!desk.find<QWidget>("guideStage")->isVisible(), info.title);
        }
        desk.trigger("stage8");
        QTest::mouseClick(desk.visible<QPushButton>("delayOdds"), Qt::LeftButton);
        QTest::keyClick(&desk.window, Qt::Key_F1);
        QCOMPARE(chosen(desk), QStringLiteral("Odds"));
        QTest::mouseClick(desk.visible<QPushButton>("guideBack"), Qt::LeftButton);
        desk.trigger("showPlaces");
        desk.trigger("openGuide");
        QCOMPARE(chosen(desk), QStringLiteral("Places"));
        desk.trigger("fileRecord");
        desk.trigger("openGuide");
        QVERIFY(heading(desk).startsWith(QStringLiteral("The record")));
    }

    /// What is typed is looked for in all chapters; a hit opens its page and is marked; nothing found says so.
    void found() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("find.ini")));
        desk.trigger("openGuide");
        auto* find = desk.visible<QLineEdit>("guideFind");
        auto& list = *desk.find<QListWidget>("guideContents");
        const int chapters = list.count();
        QTest::keyClicks(find, QStringLiteral("hammock"));
        QVERIFY(list.count() > 2);
        QTest::keyClick(find, Qt::Key_Return);
        QCOMPARE(list.currentRow(), 0);
        auto& page = *desk.find<QTextBrowser>("guidePage");
        QVERIFY(!page.extraSelections().isEmpty());
        for (const auto& mark : page.extraSelections())
            QCOMPARE(mark.cursor.selectedText().toLower(), QStringLiteral("hammock"));
        const QString before = list.currentItem()->text();
        QTest::keyClick(&list, Qt::Key_Down);
        QVERIFY(list.currentItem()->text() != before);
        find->setFocus();
        find->selectAll();
        QTest::keyClicks(find, QStringLiteral("xylophone"));
        QCOMPARE(list.count(), 1);
        QVERIFY(!(list.item(0)->flags() & Qt::ItemIsEnabled));
        QTest::keyClick(find, Qt::Key_Escape); // first takes the words away
        QVERIFY(find->text().isEmpty());
        QCOMPARE(list.count(), chapters);
        QVERIFY(desk.find<QWidget>("guideStage")->isVisible());
    }

    /// Every key of the menus stands on the page of keys; what is new is that of the newest version.
    void keysAndNews() {
        Desk desk(small(), m_folder.filePath(QStringLiteral("keys.ini")));
        desk.trigger("openKeys");
        const QString text = desk.find<QTextBrowser>("guidePage")->toPlainText();
        int keys = 0;
        for (const QAction* menu : desk.window.menuBar()->actions())
            for (const QAction* one : menu->menu()->actions())
                if (!one->shortcut().isEmpty()) {
                    QVERIFY2(text.contains(one->shortcut().toString()), qPrintable(one->text()));
                    ++keys;
                }
        QVERIFY(keys > 40);
        desk.trigger("openNews");
        QVERIFY(heading(desk).startsWith(QStringLiteral("Unreleased")));
    }

    /// Chapters and leads from a text; words at the front of a paragraph come first.
    void book() {
        const GuideBook book(QStringLiteral("# Guide\n\nBegin.\n\n## One (Alt+1)\n\nSome **bars** here.\n\n"
                                            "**Bars (F2).** They are long. They end.\n\n- **Not** a lead\n\n"
                                            "## Two\n\nNo such thing as bars.\n"));
        QCOMPARE(book.chapters().size(), std::size_t(2));
        QCOMPARE(book.chapters()[0].title, QStringLiteral("One"));
        QCOMPARE(book.chapters()[0].key, QStringLiteral("Alt+1"));
        QCOMPARE(book.chapters()[0].leads, QStringList{QStringLiteral("Bars")});
        const auto hits = book.find(QStringLiteral("BARS"));
        QCOMPARE(hits.size(), std::size_t(3));
        QCOMPARE(hits[0].lead, QStringLiteral("Bars"));
        QCOMPARE(hits[2].chapter, std::size_t(1));
        QCOMPARE(book.find(QStringLiteral("they end")).front().sentence, QStringLiteral("They end."));
        QVERIFY(book.find(QStringLiteral("bars elephants")).empty());
        QCOMPARE(book.chapterOf(QStringLiteral("two")), std::size_t(1));
    }
};

QTEST_MAIN(GuideTest)
#include "guide_test.moc"
