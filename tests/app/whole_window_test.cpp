// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold of every stage and page alike: models that keep their promises whatever is edited, names for whoever
// cannot see, keys that do one thing, a dark look that is dark, and nothing that breaks on an empty or a broken job.
#include "app/base/look.h"
#include "every_page.h"
#include "support/any_edit.h"

#include <QAbstractButton>
#include <QAbstractItemModelTester>
#include <QAbstractItemView>
#include <QComboBox>
#include <QLabel>
#include <QMenuBar>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScopeGuard>
#include <QTemporaryDir>
#include <QTimer>

#include <map>
#include <random>

using namespace yarrin;
using namespace yarrin::test;

class WholeWindowTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    [[nodiscard]] QString settings() const { return m_folder.filePath(QStringLiteral("s.ini")); }

    static void openDemo(Desk& desk) {
        desk.window.openDemo();
        fewRuns(desk);
    }

    /// Where in the window a widget is, for a message.
    static QString placeOf(const QWidget* widget) {
        QStringList names;
        for (const QWidget* at = widget; at; at = at->parentWidget())
            names.prepend(at->objectName().isEmpty() ? QString::fromLatin1(at->metaObject()->className())
                                                     : at->objectName());
        return names.join(QLatin1Char('/'));
    }

    static std::vector<QWidget*> controlsThatShow(Desk& desk) {
        std::vector<QWidget*> list;
        for (QWidget* widget : desk.window.findChildren<QWidget*>()) {
            const bool isControl = qobject_cast<QAbstractButton*>(widget) || qobject_cast<QLineEdit*>(widget) ||
                                   qobject_cast<QComboBox*>(widget) || qobject_cast<QPlainTextEdit*>(widget) ||
                                   qobject_cast<QAbstractItemView*>(widget);
            if (isControl && widget->isVisible() && widget->focusPolicy() != Qt::NoFocus) list.push_back(widget);
        }
        return list;
    }

    static double brightness(const QImage& image) {
        double sum = 0;
        int count = 0;
        for (int y = 2; y < image.height(); y += 5)
            for (int x = 2; x < image.width(); x += 5, ++count) sum += image.pixelColor(x, y).lightnessF();
        return sum / count;
    }

    /// What every page looks like, without the keyboard in it.
    std::map<QString, QImage> pictures(Desk& desk) {
        std::map<QString, QImage> images;
        onEveryPage(desk, [&](const QString& page) {
            if (QWidget* focus = QApplication::focusWidget()) focus->clearFocus(); // no blinking caret
            for (auto* line : desk.window.findChildren<QLineEdit*>()) line->deselect();
            QApplication::processEvents();
            images[page] = desk.window.grab().toImage();
        });
        return images;
    }
    static void sameEverywhere(const std::map<QString, QImage>& some, const std::map<QString, QImage>& others) {
        QCOMPARE(some.size(), others.size());
        QStringList wrong;
        for (const auto& [page, image] : some) {
            const QImage& other = others.at(page);
            QCOMPARE(other.size(), image.size());
            int differs = 0;
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x) differs += image.pixel(x, y) != other.pixel(x, y);
            if (differs >= 40) { // to be looked at, beside the test
                const QString name = QString(page).replace(QLatin1Char('/'), QLatin1Char('-'));
                image.save(QStringLiteral("differs-%1-one.png").arg(name));
                other.save(QStringLiteral("differs-%1-other.png").arg(name));
            }
            if (differs >= 40) wrong << QStringLiteral("%1: %2 pixels").arg(page).arg(differs);
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join(QStringLiteral(", "))));
    }

private slots:
    /// Every model of every page is watched while random edits are made and taken back: rows come and go as announced.
    void everyModelKeepsItsPromisesThroughRandomEdits() {
        Desk desk(small(), settings());
        std::vector<std::unique_ptr<QAbstractItemModelTester>> testers;
        QSet<QAbstractItemModel*> watched;
        const auto watch = [&](const QString&) {
            for (QAbstractItemView* view : desk.window.findChildren<QAbstractItemView*>())
                // A QTreeWidget's model is the toolkit's own, and lets second columns have children.
                if (view->model() && !view->model()->inherits("QTreeModel") &&
                    view->model()->metaObject() != &QAbstractItemModel::staticMetaObject &&
                    !watched.contains(view->model())) {
                    watched.insert(view->model());
                    testers.push_back(std::make_unique<QAbstractItemModelTester>(
                        view->model(), QAbstractItemModelTester::FailureReportingMode::Fatal));
                }
        };
        onEveryPage(desk, watch);
        QVERIFY2(watched.size() >= 12, qPrintable(QString::number(watched.size())));
        const Programme before = desk.programme();
        std::mt19937 random(5);
        int taken = 0;
        for (int round = 0; round < 4; ++round) {
            onEveryPage(desk, [&](const QString&) {
                for (int i = 0; i < 4; ++i)
                    taken += desk.document()
                                 .perform(QStringLiteral("edit"), [&](Transaction& tx) { return anyEdit(tx, random); })
                                 .ok();
                QApplication::processEvents();
            });
        }
        QVERIFY2(taken > 100, qPrintable(QString::number(taken)));
        while (desk.document().canUndo()) desk.trigger("editUndo");
        QApplication::processEvents();
        QVERIFY(desk.programme() == before);
    }

    /// Whoever cannot see the window is told what every control is, and tests find each by its name.
    void everyControlCanBeNamed() {
        Desk desk(small(), settings());
        openDemo(desk);
        int controls = 0;
        QStringList nameless;
        onEveryPage(desk, [&](const QString& page) {
            for (QWidget* widget : controlsThatShow(desk)) {
                ++controls;
                auto* button = qobject_cast<QAbstractButton*>(widget);
                const bool named = !widget->accessibleName().isEmpty() || (button && !button->text().isEmpty()) ||
                                   !widget->toolTip().isEmpty();
                if (!named) nameless << page + QLatin1Char(' ') + placeOf(widget);
            }
        });
        nameless.removeDuplicates();
        QVERIFY2(nameless.isEmpty(), qPrintable(nameless.join(QLatin1Char('\n'))));
        QVERIFY(controls > 200);
    }

    void noKeyDoesTwoThings() {
        Desk desk(small(), settings());
        QHash<QString, QString> taken;
        for (QAction* menu : desk.window.menuBar()->actions())
            for (QAction* action : menu->menu()->actions())
                for (const QKeySequence& key : action->shortcuts()) {
                    const QString text = key.toString();
                    QVERIFY2(!taken.contains(text), qPrintable(text + QLatin1Char(' ') + taken.value(text) +
                                                               QLatin1Char(' ') + action->objectName()));
                    taken[text] = action->objectName();
                }
        QVERIFY(taken.size() > 20);
    }

    /// No button's words are cut off at the size that the window has by default, nor with larger text.
    void buttonsHaveRoomForTheirWords_data() {
        QTest::addColumn<int>("larger");
        QTest::newRow("as drawn") << 0;
        QTest::newRow("larger") << 2;
        QTest::newRow("half as large again") << 6;
    }
    void buttonsHaveRoomForTheirWords() {
        QFETCH(int, larger);
        Desk desk(small(), settings());
        Preferences wanted = preferences();
        wanted.textSize = larger;
        setPreferences(*qApp, desk.settings, wanted);
        const auto back = qScopeGuard([&] { setPreferences(*qApp, desk.settings, Preferences()); });
        openDemo(desk);
        if (larger > 3) desk.window.resize(1920, 1040); // of a screen on which nobody would want less
        QStringList cut;
        onEveryPage(desk, [&](const QString& page) {
            for (QPushButton* button : desk.window.findChildren<QPushButton*>())
                if (button->isVisible() && button->text().size() > 1 && // signs have their own size
                    button->width() + 1 < button->minimumSizeHint().width())
                    cut << page + QLatin1Char(' ') + placeOf(button) + QLatin1Char(' ') + button->text();
        });
        cut.removeDuplicates();
        QVERIFY2(cut.isEmpty(), qPrintable(cut.join(QLatin1Char('\n'))));
    }

    /// In a small window everything still has a place: no page asks for more than there is, and the standing shows.
    void aSmallWindowHoldsEveryPage() {
        Desk desk(small(), settings());
        openDemo(desk);
        desk.window.resize(960, 640);
        onEveryPage(desk, [&](const QString& page) {
            QVERIFY2(desk.window.width() <= 1024 && desk.window.height() <= 640, qPrintable(page));
            const auto line = desk.find<QWidget>("contextLine")->findChildren<QWidget*>(Qt::FindDirectChildrenOnly);
            for (const QWidget* a : line)
                for (const QWidget* b : line)
                    if (a != b && a->isVisible() && b->isVisible())
                        QVERIFY2(
                            !a->geometry().intersects(b->geometry()),
                            qPrintable(page + QLatin1Char(' ') + a->objectName() + QLatin1Char(' ') + b->objectName()));
            const QRect standing(desk.standing().mapTo(&desk.window, QPoint()), desk.standing().size());
            QVERIFY2(desk.standing().isVisible() && desk.window.rect().contains(standing), qPrintable(page));
        });
    }

    /// In the dark look no page stays light, in the light one none goes dark.
    void theDarkLookIsDarkEverywhere() {
        for (const bool dark : {true, false}) {
            applyLook(*qApp, dark);
            Desk desk(small(), settings());
            openDemo(desk);
            onEveryPage(desk, [&](const QString& page) {
                if (page == QLatin1String("stage9")) return; // paper is white in any look
                const double light = brightness(desk.window.grab().toImage());
                const bool fits = dark ? light < 0.33 : light > 0.66;
                QVERIFY2(fits, qPrintable(QStringLiteral("%1 %2 %3").arg(page).arg(dark).arg(light)));
            });
        }
    }

    /// Worn while the window stands, the dark look is the one that a new window would have, and back again.
    void anotherLookIsWornAtOnceAndWhole() {
        applyLook(*qApp, false);
        Desk begunLight(small(), settings());
        openDemo(begunLight);
        pictures(begunLight); // everything is built and filled in the light look
        begunLight.trigger("darkLook");
        QVERIFY(theme().dark);
        QVERIFY(begunLight.find<QAction>("darkLook")->isChecked());
        const auto worn = pictures(begunLight);
        Desk begunDark(small(), settings());
        openDemo(begunDark);
        pictures(begunDark);
        sameEverywhere(worn, pictures(begunDark));
        begunLight.trigger("darkLook");
        QVERIFY(!theme().dark);
    }

    /// A stage that nobody went to before another programme came shows what one shows that was there all the time.
    void aStageBuiltLateIsNoOther() {
        Desk early(small(), settings());
        pictures(early);
        openDemo(early);
        Desk late(small(), settings());
        openDemo(late);
        auto some = pictures(early), others = pictures(late);
        // Which row of the bill a table chose when the keyboard first came to it shows beside these pages.
        for (auto* one : {&some, &others})
            std::erase_if(*one, [](const auto& page) { return page.first.startsWith(QLatin1String("build-up/")); });
        sameEverywhere(some, others);
    }

    /// A page is painted the same at twice the resolution, only finer.
    void highResolutionShowsTheSame() {
        Desk desk(small(), settings());
        openDemo(desk);
        onEveryPage(desk, [&](const QString& page) {
            const QImage once = desk.window.grab().toImage();
            QImage twice(desk.window.size() * 2, QImage::Format_RGB32);
            twice.setDevicePixelRatio(2);
            desk.window.render(&twice);
            twice.setDevicePixelRatio(1);
            const QImage small = twice.scaled(once.size(), Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
            int other = 0, count = 0;
            for (int y = 1; y < once.height(); y += 3)
                for (int x = 1; x < once.width(); x += 3, ++count)
                    other += std::abs(once.pixelColor(x, y).lightness() - small.pixelColor(x, y).lightness()) > 90;
            QVERIFY2(other * 100 < count * 2,
                     qPrintable(QStringLiteral("%1: %2 of %3").arg(page).arg(other).arg(count)));
        });
    }

    /// An empty job: every page shows, says something, and no key does harm.
    void anEmptyJobShowsEverywhere() {
        Desk desk(Document::blank(dateFrom(2027, 3, 1)), settings());
        const Programme blank = desk.programme();
        onEveryPage(desk, [&](const QString& page) {
            bool says = false;
            for (QLabel* label : desk.window.findChildren<QLabel*>())
                says = says || (label->isVisible() && label->text().size() > 12);
            QVERIFY2(says, qPrintable(page));
            for (const int key : {Qt::Key_Delete, Qt::Key_Escape, Qt::Key_F2, Qt::Key_Up, Qt::Key_Down, Qt::Key_Space})
                if (QWidget* focus = QApplication::focusWidget()) QTest::keyClick(focus, Qt::Key(key));
            QVERIFY2(desk.programme() == blank, qPrintable(page));
        });
    }

    /// What a person would notice: where they are, what is written there, what was done, what opened.
    static QString looks(Desk& desk) {
        QStringList words{desk.find<QStackedWidget>("stages")->currentWidget()->objectName(),
                          QString::number(desk.programme().activities.size())};
        for (QLabel* label : desk.window.findChildren<QLabel*>())
            if (label->isVisible()) words << label->text();
        for (QAbstractItemView* view : desk.window.findChildren<QAbstractItemView*>())
            if (view->isVisible() && view->model()) words << QString::number(view->model()->rowCount());
        for (QWidget* one : desk.window.findChildren<QWidget*>())
            if (one->hasFocus()) words << one->objectName();
        return words.join(QLatin1Char('\n'));
    }

    /// What an empty page offers as first steps does something, each of them.
    void firstStepsOfEmptyPagesWork() {
        Desk desk(Document::blank(dateFrom(2027, 3, 1)), settings());
        desk.dialogs.open = m_folder.filePath(QStringLiteral("there is no such file"));
        QSet<QString> pressed;
        onEveryPage(desk, [&](const QString& page) {
            for (auto* button : desk.window.findChildren<QPushButton*>()) {
                if (!button->objectName().startsWith(QLatin1String("first_")) || !button->isVisible()) continue;
                if (pressed.contains(button->objectName()) && page == QLatin1String("stage5")) continue;
                const int stage = desk.find<QStackedWidget>("stages")->currentIndex();
                if (QWidget* focus = QApplication::focusWidget()) focus->clearFocus();
                const QString name = button->objectName(), before = looks(desk);
                bool menu = false;
                QTimer::singleShot(0, &desk.window, [&] {
                    QWidget* popup = QApplication::activePopupWidget();
                    menu = popup;
                    if (popup) popup->close();
                });
                button->click();
                QApplication::processEvents();
                QVERIFY2(menu || looks(desk) != before, qPrintable(page + QLatin1Char(' ') + name));
                pressed << name;
                while (desk.document().canUndo()) desk.trigger("editUndo");
                if (desk.find<QStackedWidget>("stages")->currentIndex() != stage) {
                    desk.trigger("goBack");
                    break;
                }
            }
        });
        QVERIFY2(pressed.size() > 12, qPrintable(QStringList(pressed.values()).join(QLatin1Char(' '))));
    }

    /// A file whose programme cannot be calculated shows everywhere too, with the reason, and is mended in the window.
    void aJobThatCannotBeCalculatedShowsEverywhere() {
        Programme broken = small();
        std::vector<Link> links = broken.links.take();
        links.push_back({LinkId{99}, links.front().to, links.front().from, LinkType::fs, 0, LagCalendar::standard});
        broken.links.assign(std::move(links));
        Desk desk(broken, settings());
        QVERIFY(!desk.document().schedule().ok());
        onEveryPage(desk, [&](const QString&) {});
        QVERIFY(desk.document()
                    .perform(QStringLiteral("mended"),
                             [](Transaction& tx) {
                                 tx.erase<Link>(LinkId{99});
                                 return done();
                             })
                    .ok());
        QVERIFY(desk.document().schedule().ok());
    }

    /// Alt and a number lead to each stage from any other; Ctrl+K to the find field, which finds commands too.
    void everyStageIsReachedFromTheKeyboard() {
        Desk desk(small(), settings());
        const std::pair<Qt::Key, const char*> stages[] = {{Qt::Key_1, "contractStage"},  {Qt::Key_2, "siteTimeStage"},
                                                          {Qt::Key_3, "scopeStage"},     {Qt::Key_4, "buildUpStage"},
                                                          {Qt::Key_5, "programmeStage"}, {Qt::Key_6, "labourStage"},
                                                          {Qt::Key_7, "progressStage"},  {Qt::Key_8, "delayStage"}};
        for (const auto& [key, name] : stages) {
            QTest::keyClick(&desk.window, key, Qt::AltModifier);
            QApplication::processEvents();
            QVERIFY2(desk.find<QWidget>(name)->isVisible(), name);
            QWidget* focus = QApplication::focusWidget();
            QVERIFY2(focus && desk.window.isAncestorOf(focus), name);
        }
        QTest::keyClick(&desk.window, Qt::Key_K, Qt::ControlModifier);
        auto* find = qobject_cast<QLineEdit*>(QApplication::focusWidget());
        QVERIFY(find);
        QTest::keyClicks(find, QStringLiteral("A020"));
        QTest::keyClick(find, Qt::Key_Return);
        QApplication::processEvents();
        QCOMPARE(desk.window.viewState().current(), desk.id("A020"));
    }
};

QTEST_MAIN(WholeWindowTest)
#include "whole_window_test.moc"
