// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The stage Scope, driven with mouse and keyboard, and the layout of its tree.
#include "app/base/look.h"
#include "app/scope/scope_chart.h"
#include "app/scope/scope_stage.h"
#include "desk.h"

#include <QFile>
#include <QLabel>
#include <QMenu>
#include <QTemporaryDir>

#include <random>

using namespace yarrin;
using namespace yarrin::test;

class ScopeStageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    struct Scope : Desk {
        explicit Scope(const QTemporaryDir& folder) : Desk(small(), folder.filePath(QStringLiteral("s.ini"))) {
            trigger("stage3");
            for (int i = 0; i < 3; ++i) QApplication::processEvents();
        }
        ScopeChart& chart() { return *find<ScopeChart>("scopeChart"); }
        QString said() { return window.findChild<ScopeStage*>()->notice().text(); }
        BreakdownId group(const char* name) {
            for (const BreakdownNode& node : programme().breakdown)
                if (node.name == name) return node.id;
            return {};
        }
        void key(int k, Qt::KeyboardModifiers modifiers = {}) { QTest::keyClick(&chart(), Qt::Key(k), modifiers); }
        /// Types the name of the group just added, and Enter.
        void name(const char* text) {
            auto* line = find<QLineEdit>("scopeName");
            if (!line->isVisible()) qFatal("no name can be typed");
            line->selectAll();
            QTest::keyClicks(line, QString::fromLatin1(text));
            QTest::keyClick(line, Qt::Key_Return);
            if (line->isVisible()) qFatal("Enter opened the name again");
        }
        void press(BreakdownId id) {
            QTest::mouseClick(chart().viewport(), Qt::LeftButton, {}, chart().rectOf(id).center());
        }
        void drag(BreakdownId id, QPoint to) {
            QWidget* on = chart().viewport();
            const QPoint from = chart().rectOf(id).center();
            QTest::mousePress(on, Qt::LeftButton, {}, from);
            QTest::mouseMove(on, (from + to) / 2);
            QTest::mouseMove(on, to);
            QTest::mouseRelease(on, Qt::LeftButton, {}, to);
        }
        std::string order() {
            std::string text;
            for (const TreeItem& item : chart().items())
                if (!item.leaf && item.parent >= 0) text += (text.empty() ? "" : " ") + item.code + "=" + item.name;
            return text;
        }
        void choose(const char* menu, const QString& text) {
            for (QAction* action : find<QMenu>(menu)->actions())
                if (action->text() == text) return action->trigger();
            qFatal("no %s", qPrintable(text));
        }
    };

private slots:
    void initTestCase() { applyLook(*qApp, false); }

    void aTreeIsBuiltFromTheKeyboardAlone() {
        Scope scope(m_folder);
        const Programme before = scope.programme();
        QCOMPARE(scope.order(), std::string("1=Berth"));
        scope.chart().setFocus();
        scope.key(Qt::Key_Down);
        scope.key(Qt::Key_Insert);
        scope.name("Yard");
        scope.key(Qt::Key_Insert, Qt::ShiftModifier);
        scope.name("Lanes");
        scope.key(Qt::Key_Insert);
        scope.name("Drainage");
        QCOMPARE(scope.order(), std::string("1=Berth 2=Yard 2.1=Lanes 2.2=Drainage"));
        scope.key(Qt::Key_Insert, Qt::ControlModifier);
        scope.name("Ground");
        QCOMPARE(scope.order(), std::string("1=Berth 2=Yard 2.1=Lanes 2.2=Ground 2.2.1=Drainage"));
        scope.key(Qt::Key_F2);
        scope.name("Below ground");
        QVERIFY(scope.group("Below ground"));
        scope.key(Qt::Key_Up); // to Lanes, then to their parent
        scope.key(Qt::Key_Up);
        QCOMPARE(scope.chart().chosen(), scope.group("Yard"));
        scope.key(Qt::Key_Left);
        QCOMPARE(scope.chart().chosen(), scope.group("Berth"));
        scope.chart().choose(scope.group("Below ground"));
        scope.key(Qt::Key_Delete);
        QCOMPARE(scope.order(), std::string("1=Berth 2=Yard 2.1=Lanes 2.2=Drainage"));
        while (scope.document().canUndo()) scope.trigger("editUndo");
        QVERIFY(scope.programme() == before);
    }

    void groupsAreDraggedBeforeAfterAndInside() {
        Scope scope(m_folder);
        scope.chart().setFocus();
        scope.key(Qt::Key_Down);
        scope.key(Qt::Key_Insert);
        scope.name("Yard");
        scope.key(Qt::Key_Insert);
        scope.name("Terminal");
        QCOMPARE(scope.order(), std::string("1=Berth 2=Yard 3=Terminal"));
        const QRect berth = scope.chart().rectOf(scope.group("Berth"));
        scope.drag(scope.group("Terminal"), QPoint(berth.left() + 8, berth.center().y()));
        QCOMPARE(scope.order(), std::string("1=Terminal 2=Berth 3=Yard"));
        scope.drag(scope.group("Yard"), scope.chart().rectOf(scope.group("Berth")).center());
        QCOMPARE(scope.order(), std::string("1=Terminal 2=Berth 2.1=Yard"));
        const Programme now = scope.programme();
        scope.drag(scope.group("Berth"), scope.chart().rectOf(scope.group("Yard")).center()); // below itself
        QVERIFY(scope.programme() == now);
        const QRect terminal = scope.chart().rectOf(scope.group("Terminal"));
        scope.drag(scope.group("Yard"), QPoint(terminal.right() - 6, terminal.center().y()));
        QCOMPARE(scope.order(), std::string("1=Terminal 2=Yard 3=Berth"));
        scope.trigger("editUndo");
        QVERIFY(scope.programme() == now);
    }

    void codesAndTheirPatternAreTyped() {
        Scope scope(m_folder);
        scope.press(scope.group("Berth"));
        auto* code = scope.find<QLineEdit>("groupCode");
        code->setFocus();
        QTest::keyClicks(code, QStringLiteral("BE"));
        QTest::keyClick(code, Qt::Key_Return);
        QCOMPARE(scope.order(), std::string("BE=Berth"));
        auto* pattern = scope.find<QLineEdit>("codePattern");
        pattern->setFocus();
        pattern->selectAll();
        QTest::keyClicks(pattern, QStringLiteral("?"));
        QTest::keyClick(pattern, Qt::Key_Return);
        QVERIFY(scope.said().contains(QStringLiteral("pattern")));
        QCOMPARE(scope.programme().job.codePattern, std::string("1.1"));
    }

    void activitiesHangBelowAndBranchesFold() {
        Scope scope(m_folder);
        scope.choose("scopeShownMenu", QStringLiteral("Activities below their groups"));
        QCOMPARE(scope.chart().items().size(), std::size_t(6));
        QCOMPARE(scope.chart().layoutNow().boxes.size(), std::size_t(6));
        scope.press(scope.group("Berth"));
        scope.key(Qt::Key_Space);
        QCOMPARE(scope.chart().layoutNow().boxes.size(), std::size_t(2));
        QCOMPARE(scope.chart().items()[1].hidden, 4);
        scope.key(Qt::Key_Space);
        QCOMPARE(scope.chart().layoutNow().boxes.size(), std::size_t(6));
    }

    void theChartIsSavedInThreeFormats() {
        Scope scope(m_folder);
        scope.window.openDemo();
        for (const auto& [name, begins] :
             {std::pair("scope.pdf", "%PDF"), std::pair("scope.svg", "<?xml"), std::pair("scope.png", "\x89PNG")}) {
            scope.dialogs.save = m_folder.filePath(QString::fromLatin1(name));
            scope.choose("scopeSaveMenu", QStringLiteral("Two pages wide"));
            QFile file(scope.dialogs.save);
            QVERIFY2(file.open(QFile::ReadOnly), qPrintable(scope.said()));
            const QByteArray content = file.readAll();
            QVERIFY(content.startsWith(begins));
            if (QByteArray(name).endsWith("svg")) QVERIFY(content.contains("Dolphins"));
            if (QByteArray(name).endsWith("pdf"))
                QCOMPARE(content.count("/Type /Page\n") + content.count("/Type /Page "), 2);
        }
        scope.dialogs.save = m_folder.filePath(QStringLiteral("no/where.pdf"));
        scope.choose("scopeSaveMenu", QStringLiteral("On one page"));
        QVERIFY(scope.said().contains(QStringLiteral("cannot be written")));
    }

    // Random trees: no two boxes overlap, a parent stands above its children, and nothing lies outside.
    void noTwoBoxesOverlap() {
        for (std::uint32_t seed = 1; seed <= 400; ++seed) {
            std::mt19937 random(seed);
            std::vector<TreeItem> items(1);
            for (int i = 1; i < 40; ++i) {
                TreeItem item;
                item.id = std::uint32_t(i);
                item.parent = int(random() % std::uint32_t(i));
                while (items[std::size_t(item.parent)].leaf) item.parent = items[std::size_t(item.parent)].parent;
                item.leaf = random() % 4 == 0;
                item.folded = random() % 9 == 0;
                items.push_back(item);
            }
            for (const auto arrangement :
                 {TreeArrangement::across, TreeArrangement::stacked, TreeArrangement::outline}) {
                const TreeLayout layout = layOutTree(items, arrangement);
                std::map<std::size_t, Box> boxOf;
                for (const TreeBox& one : layout.boxes) boxOf[one.item] = one.box;
                for (const auto& [item, box] : boxOf) {
                    QVERIFY2(box.x >= 0 && box.x + box.width <= layout.width && box.y + box.height <= layout.height,
                             qPrintable(QString::number(seed)));
                    if (items[item].parent >= 0)
                        QVERIFY2(boxOf.at(std::size_t(items[item].parent)).y +
                                         boxOf.at(std::size_t(items[item].parent)).height <=
                                     box.y,
                                 qPrintable(QString::number(seed)));
                    for (const auto& [other, to] : boxOf)
                        QVERIFY2(other <= item || box.x + box.width <= to.x || to.x + to.width <= box.x ||
                                     box.y + box.height <= to.y || to.y + to.height <= box.y,
                                 qPrintable(QStringLiteral("%1 %2").arg(seed).arg(int(arrangement))));
                }
            }
        }
    }
};

QTEST_MAIN(ScopeStageTest)
#include "scope_stage_test.moc"
