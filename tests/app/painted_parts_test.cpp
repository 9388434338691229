// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What is painted can be read by those who do not see it: bars, links, boxes, places, groups, days as children with
// name, value, place and what a press does.
#include "app/base/painted_parts.h"
#include "app/delay/delay_stage.h"
#include "app/labour/demand_chart.h"
#include "app/programme/logic_view.h"
#include "app/programme/places_view.h"
#include "app/scope/scope_chart.h"
#include "app/sitetime/week_chart.h"
#include "app/sitetime/year_chart.h"
#include "desk.h"
#include "store/file.h"

#include <QAccessible>
#include <QDir>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class PaintedPartsTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    static std::vector<QAccessibleInterface*> childrenOf(QWidget* widget) {
        std::vector<QAccessibleInterface*> all;
        QAccessibleInterface* whole = QAccessible::queryAccessibleInterface(widget);
        if (!whole) qFatal("nothing is told of it");
        for (int i = 0, count = whole->childCount(); i < count; ++i) {
            QAccessibleInterface* child = whole->child(i);
            if (!child || !child->isValid()) qFatal("child %d of %d is none", i, count);
            if (child->parent() != whole && !child->object()) qFatal("child %d has another parent", i);
            if (!child->object() && whole->indexOfChild(child) != i) qFatal("child %d stands elsewhere", i);
            all.push_back(child);
        }
        return all;
    }
    /// The part of that name.
    static QAccessibleInterface* part(QWidget* widget, const QString& name) {
        for (QAccessibleInterface* one : childrenOf(widget))
            if (!one->object() && one->text(QAccessible::Name) == name) return one;
        qFatal("there is no part %s", qPrintable(name));
    }
    static Programme three() {
        Builder b;
        b.task("A", 5).task("B", 3).milestone("M").link("A", "B", LinkType::ss, 960).link("B", "M").link("A", "M");
        b.place("P", "").change("A", [&](Activity& a) { a.location = b.at("P"); });
        b.section("S1", "M", "2027-03-04", 1000);
        return b.programme;
    }

private slots:
    void bars() {
        Desk desk(three(), m_folder.filePath(QStringLiteral("bars.ini")));
        desk.trigger("stage5");
        BarChartView& chart = desk.chart();
        QAccessibleInterface* a = part(&chart, QStringLiteral("A A"));
        QCOMPARE(a->text(QAccessible::Value), QStringLiteral("1 Mar 2027 to 5 Mar 2027, critical, float 0 d"));
        // It stands where it is painted, and what is there is it.
        const QRect at = a->rect();
        const BarShape bar = desk.bar("A");
        QCOMPARE(at.left(), chart.viewport()->mapToGlobal(chart.onViewport({bar.x0, bar.y})).x());
        QVERIFY(at.width() > 3);
        QAccessibleInterface* whole = QAccessible::queryAccessibleInterface(&chart);
        QCOMPARE(whole->childAt(at.left() + 2, at.center().y())->text(QAccessible::Name), QStringLiteral("A A"));
        // Pressed, it is selected, and says so.
        QAccessibleInterface* b = part(&chart, QStringLiteral("B B"));
        QVERIFY(!b->state().selected);
        b->actionInterface()->doAction(QAccessibleActionInterface::pressAction());
        QCOMPARE(desk.window.viewState().current(), desk.id("B"));
        QVERIFY(part(&chart, QStringLiteral("B B"))->state().selected);
        // Links too, with type and lag.
        QAccessibleInterface* link = part(&chart, QStringLiteral("B waits for with A +2d"));
        QCOMPARE(link->role(), QAccessible::Graphic);
        link->actionInterface()->doAction(QAccessibleActionInterface::pressAction());
        QVERIFY(desk.window.viewState().link());
        // What goes is told no more; what comes is.
        const std::size_t before = childrenOf(&chart).size();
        QVERIFY(desk.document()
                    .perform(QStringLiteral("gone"),
                             [&](Transaction& tx) {
                                 tx.eraseAll<Link>(std::array{desk.programme().links[0].id});
                                 return done();
                             })
                    .ok());
        QCOMPARE(childrenOf(&chart).size(), before - 1);
        desk.trigger("editUndo");
        QCOMPARE(childrenOf(&chart).size(), before);
    }

    /// In every painted view each part has a name, and one that shows has a place inside of it.
    void everyView() {
        Desk desk(three(), m_folder.filePath(QStringLiteral("views.ini")));
        const auto named = [&](QWidget* view, std::size_t least) {
            QApplication::processEvents();
            std::size_t count = 0;
            for (QAccessibleInterface* one : childrenOf(view)) {
                if (one->object()) continue;
                ++count;
                QVERIFY2(!one->text(QAccessible::Name).isEmpty(), qPrintable(view->objectName()));
                const QRect all(view->mapToGlobal(QPoint(0, 0)), view->size());
                if (!one->rect().isEmpty())
                    QVERIFY2(all.intersects(one->rect()), qPrintable(one->text(QAccessible::Name)));
            }
            QVERIFY2(count >= least, qPrintable(view->objectName() + QString::number(count)));
        };
        desk.trigger("stage1");
        named(desk.find<QWidget>("sectionChart"), 1);
        named(&desk.standing(), 2);
        desk.trigger("stage2");
        named(desk.window.findChild<YearChart*>(), 365);
        named(desk.window.findChild<WeekChart*>(), 10);
        desk.trigger("stage3");
        named(desk.window.findChild<ScopeChart*>(), 1);
        desk.trigger("stage5");
        auto* stage = desk.window.findChild<ProgrammeStage*>();
        stage->showNamed(QStringLiteral("logic"));
        auto* logic = desk.window.findChild<LogicView*>();
        QTRY_VERIFY(!logic->isWorking());
        named(logic, 5); // a link that lies behind others may not show
        stage->showNamed(QStringLiteral("places"));
        auto* places = desk.window.findChild<PlacesView*>();
        QTRY_VERIFY(!places->isWorking());
        named(places, 1);
        QVERIFY(part(places, QStringLiteral("A A"))->text(QAccessible::Value).endsWith(QLatin1String(", P")));
    }

    /// Charts of figures: demand and who makes it, steps of delay, percentiles, sections of many jobs.
    void charts() {
        Programme programme = three();
        Resource fixer;
        fixer.id = ResourceId{1};
        fixer.key = fixer.name = "Fixer";
        programme.resources.append(fixer);
        Activity a = programme.activities[0];
        a.needs = {{ResourceId{1}, Decimal(2), {}}};
        programme.activities.replace(0, a);
        Desk desk(programme, m_folder.filePath(QStringLiteral("charts.ini")));
        const auto parts = [&](QWidget* view) {
            QApplication::processEvents();
            std::vector<QAccessibleInterface*> own;
            for (QAccessibleInterface* one : childrenOf(view))
                if (!one->object()) own.push_back(one);
            return own;
        };
        const auto press = [](QAccessibleInterface* one) {
            one->actionInterface()->doAction(QAccessibleActionInterface::pressAction());
            QApplication::processEvents();
        };
        desk.trigger("stage6");
        auto* demand = desk.find<DemandChart>("demandChart");
        QTRY_VERIFY(!parts(demand).empty());
        QVERIFY2(parts(demand).front()->text(QAccessible::Value).startsWith(QStringLiteral("2 at once")),
                 qPrintable(parts(demand).front()->text(QAccessible::Value)));
        press(parts(demand).front());
        QVERIFY(parts(demand).front()->state().selected);
        auto* rows = desk.find<DemandRows>("demandRows");
        QTRY_COMPARE(parts(rows).size(), std::size_t(1));
        QCOMPARE(parts(rows).front()->text(QAccessible::Name), QStringLiteral("A A"));
        press(parts(rows).front());
        QCOMPARE(desk.window.viewState().current(), desk.id("A"));
        desk.window.openDemo(); // it has events that moved its completion
        desk.trigger("stage8");
        auto* delay = desk.find<DelayStage>("delayStage");
        QTRY_VERIFY_WITH_TIMEOUT(!delay->isWorking(), 30000);
        auto* steps = desk.find<QWidget>("completionChart");
        QTRY_VERIFY(!parts(steps).empty());
        QVERIFY(parts(steps).front()->text(QAccessible::Value).contains(QStringLiteral(" to ")));
        auto* exposure = desk.find<QWidget>("exposurePanel");
        QCOMPARE(parts(exposure).front()->text(QAccessible::Name), QStringLiteral("Unrelieved"));
        QCOMPARE(parts(exposure).front()->role(), QAccessible::Button);
        QVERIFY(parts(exposure).front()->text(QAccessible::Value).contains(QStringLiteral(" late")));
        QVERIFY(parts(exposure).back()->text(QAccessible::Value).startsWith(QStringLiteral("Unrelieved ")));
        press(parts(exposure).front());
        QVERIFY(desk.find<QWidget>("sumsPage")->isVisible());
        QTest::mouseClick(desk.visible<QPushButton>("delayOdds"), Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(!delay->isWorking(), 60000);
        auto* odds = desk.find<QWidget>("oddsDates");
        QTRY_VERIFY(parts(odds).size() >= 3);
        QVERIFY(parts(odds).front()->text(QAccessible::Name).startsWith(QStringLiteral("P10  ")));
        desk.trigger("stage7");
        QTest::mouseClick(desk.visible<QPushButton>("progressLines"), Qt::LeftButton);
        auto* lines = desk.find<QWidget>("progressChart");
        const auto begins = [&](QWidget* view, const QString& name) {
            const auto all = parts(view);
            return std::count_if(all.begin(), all.end(), [&](QAccessibleInterface* one) {
                return one->text(QAccessible::Name).startsWith(name);
            });
        };
        QTRY_COMPARE(begins(lines, QStringLiteral("data date ")), 1);
        QVERIFY(parts(lines).front()->text(QAccessible::Value).startsWith(QStringLiteral("planned ")));
        QTest::mouseClick(desk.visible<QPushButton>("progressWeeks"), Qt::LeftButton);
        auto* weeks = desk.find<QWidget>("weeksBoard");
        QTRY_VERIFY(parts(weeks).size() > 4);
        QAccessibleInterface* chip = parts(weeks).back();
        QVERIFY2(chip->text(QAccessible::Name).contains(QStringLiteral(" to ")),
                 qPrintable(chip->text(QAccessible::Name)));
        QVERIFY(chip->text(QAccessible::Value).contains(QStringLiteral(", "))); // trade, firm or place
        press(chip);
        QVERIFY(parts(weeks).back()->state().selected);
        desk.trigger("stage6");
        QTest::mouseClick(desk.visible<QPushButton>("labourCost"), Qt::LeftButton);
        auto* cost = desk.find<QWidget>("costChart");
        QTRY_VERIFY_WITH_TIMEOUT(parts(cost).size() > 6, 30000);
        QVERIFY2(parts(cost).front()->text(QAccessible::Value).startsWith(QStringLiteral("cost £")),
                 qPrintable(parts(cost).front()->text(QAccessible::Value)));
        press(parts(cost).at(1));
        QVERIFY(parts(cost).at(1)->state().selected && !parts(cost).at(0)->state().selected);
        const QString folder = m_folder.filePath(QStringLiteral("jobs"));
        QDir().mkpath(folder);
        QVERIFY(
            writeProgramme(programme, (folder + QStringLiteral("/one.yarrin")).toStdString(), FileFormat::native).ok());
        desk.dialogs.open = folder;
        desk.trigger("openPortfolio");
        QTest::mouseClick(desk.visible<QPushButton>("portfolioFolder"), Qt::LeftButton);
        auto* jobs = desk.find<QWidget>("portfolioChart");
        QTRY_COMPARE(parts(jobs).size(), std::size_t(1));
        QVERIFY(parts(jobs).front()->text(QAccessible::Value).contains(QStringLiteral("contract date 4 Mar 2027")));
        press(parts(jobs).front());
        QVERIFY(parts(jobs).front()->state().selected);
    }
};

QTEST_MAIN(PaintedPartsTest)
#include "painted_parts_test.moc"
