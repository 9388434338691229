// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Work that takes long: the window goes on, takes no other input, and Stop leaves everything as it was.
#include "app/record/compare_page.h"
#include "app/record/record_stage.h"
#include "app/window/long_work.h"
#include "desk.h"
#include "store/file.h"
#include "store/programme_file.h"

#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTimer>

#include <thread>

using namespace yarrin;
using namespace yarrin::test;

namespace {

Programme large(int activities) {
    Programme programme = small();
    std::vector<Activity> rows = programme.activities.rows();
    for (int i = 0; i < activities; ++i) {
        Activity one = rows.front();
        one.id = ActivityId{std::uint32_t(1000 + i)};
        one.key = "L" + std::to_string(i);
        one.name = "Work " + std::to_string(i);
        rows.push_back(std::move(one));
    }
    programme.activities.assign(std::move(rows));
    return programme;
}

/// Does something as soon as the panel over the window shows; says whether it did.
class WhenItShows {
public:
    WhenItShows(QWidget& window, std::function<void(LongWork&)> act) {
        m_timer.setInterval(5);
        QObject::connect(&m_timer, &QTimer::timeout, &window, [this, &window, act] {
            auto* panel = window.findChild<LongWork*>();
            if (!panel || !panel->isVisible()) return;
            m_timer.stop();
            m_done = true;
            act(*panel);
        });
        m_timer.start();
    }
    [[nodiscard]] bool done() const { return m_done; }

private:
    QTimer m_timer;
    bool m_done = false;
};

void pressStop(LongWork& panel) {
    QTest::mouseClick(panel.findChild<QPushButton*>(QStringLiteral("longWorkStop")), Qt::LeftButton);
}

/// Works until it is stopped.
void untilStopped(WorkWatch& watch) {
    while (!watch.stopped()) std::this_thread::sleep_for(std::chrono::milliseconds(2));
}

} // namespace

class LongWorkTest : public QObject {
    Q_OBJECT
    std::unique_ptr<QTemporaryDir> m_folder;
    QString path(const char* name) const { return m_folder->filePath(QString::fromLatin1(name)); }

private slots:
    void init() { m_folder = std::make_unique<QTemporaryDir>(); }

    /// Keys, clicks, shortcuts and closing reach nothing but the panel; the window has its keyboard back behind it.
    void nothingElseTakesInput() {
        Desk desk(small(), path("settings.ini"));
        desk.table().setFocus();
        desk.clickCell(desk.cell("A020", "name"));
        QWidget* focus = QApplication::focusWidget();
        const Programme before = desk.programme();
        WhenItShows pressed(desk.window, [&](LongWork& panel) {
            QVERIFY(panel.isOn());
            QTest::mouseClick(desk.table().viewport(), Qt::LeftButton, {},
                              desk.table().visualRect(desk.cell("A030", "name")).center());
            QTest::keyClick(&desk.table(), Qt::Key_Delete);
            QTest::keyClick(&desk.window, Qt::Key_N, Qt::ControlModifier);
            desk.window.close();
            QVERIFY(desk.window.isVisible());
            QTest::keyClick(panel.findChild<QPushButton*>(QStringLiteral("longWorkStop")), Qt::Key_Escape);
        });
        bool stopped = false;
        desk.document().wait(QStringLiteral("Nothing"), [&](WorkWatch& watch) {
            untilStopped(watch);
            stopped = true;
        });
        QVERIFY(pressed.done() && stopped);
        QVERIFY(desk.programme() == before);
        QCOMPARE(QApplication::focusWidget(), focus);
        QCOMPARE(desk.window.viewState().current(), desk.id("A020"));
        QVERIFY(!desk.window.findChild<LongWork*>()->isVisible());
    }

    /// It says what is done and how far that is; what is quick never shows.
    void itSaysHowFarItIs() {
        Desk desk(small(), path("settings.ini"));
        auto* panel = desk.window.findChild<LongWork*>();
        desk.document().wait(QStringLiteral("Quick"), [&](WorkWatch&) {});
        QVERIFY(!panel->isVisible());
        int seen = -1;
        QString words;
        auto* bar = panel->findChild<QProgressBar*>();
        QTimer look;
        connect(&look, &QTimer::timeout, this, [&] {
            if (!panel->isVisible() || bar->maximum() != 1000) return;
            seen = bar->value();
            words = panel->findChild<QLabel*>(QStringLiteral("longWorkWhat"))->text();
        });
        look.start(5);
        std::atomic<bool> enough = false;
        QTimer::singleShot(250, this, [&] { enough = true; });
        desk.document().wait(QStringLiteral("Counting"), [&](WorkWatch&) {
            while (!enough) {
                QVERIFY(workGoesOn(3, 4));
                std::this_thread::sleep_for(std::chrono::milliseconds(2));
            }
        });
        QCOMPARE(seen, 750);
        QCOMPARE(words, QStringLiteral("Counting…"));
    }

    /// A file that is stopped half way leaves what was open as it was, its file and lock with it.
    void openingCanBeStopped() {
        const QString big = path("big.yarrin"), mine = path("mine.yarrin");
        QVERIFY(writeProgramme(large(30'000), big.toStdString(), FileFormat::native).ok());
        Desk desk(small(), path("settings.ini"));
        QVERIFY(desk.document().save(mine).ok());
        const Programme before = desk.programme();
        {
            WhenItShows stop(desk.window, pressStop);
            QVERIFY(!desk.window.openFile(big));
            QVERIFY(stop.done());
        }
        QVERIFY2(desk.notice().contains(QLatin1String("stopped")), qPrintable(desk.notice()));
        QVERIFY(desk.programme() == before);
        QCOMPARE(desk.document().path(), mine);
        desk.enter(desk.cell("A010", "name"), QStringLiteral("Still mine"));
        desk.document().keeper().settle();
        QCOMPARE(readProgramme(mine.toStdString())->activities[0].name, std::string("Still mine"));
        // Nobody holds the other one, and it opens when nobody stops it.
        QVERIFY(desk.window.openFile(big));
        QCOMPARE(desk.programme().activities.size(), std::size_t(30'004));
    }

    /// A copy that is stopped is not there, and work goes on in the file that it was to be of.
    void aCopyCanBeStopped() {
        const QString big = path("big.yarrin"), copy = path("copy.yarrin");
        QVERIFY(writeProgramme(large(30'000), big.toStdString(), FileFormat::native).ok());
        Desk desk(small(), path("settings.ini"));
        QVERIFY(desk.window.openFile(big));
        {
            WhenItShows stop(desk.window, pressStop);
            const Outcome saved = desk.document().save(copy);
            QVERIFY(stop.done());
            // Stop may come when the copy is there already; then it is the one that is worked on.
            QCOMPARE(saved.ok(), QFile::exists(copy));
            QCOMPARE(desk.document().path(), saved.ok() ? copy : big);
        }
        QVERIFY(desk.document()
                    .perform(QStringLiteral("again"),
                             [](Transaction& tx) {
                                 Activity a = tx.programme().activities[0];
                                 a.name = "Again";
                                 tx.set(a);
                                 return done();
                             })
                    .ok());
        desk.document().keeper().settle();
        QCOMPARE(desk.document().keeper().unwritten(), std::size_t(0));
        QVERIFY(desk.document().save(copy).ok());
        QCOMPARE(readProgramme(copy.toStdString())->activities[0].name, std::string("Again"));
    }

    /// An operation of thousands of rows is done whole or not at all, and is one step to take back.
    void aLongOperationIsOneStep() {
        Desk desk(small(), path("settings.ini"));
        const Programme before = desk.programme();
        const auto many = [](Transaction& tx) {
            for (int i = 0; i < 5000; ++i) {
                Activity one = tx.programme().activities[0];
                one.id = tx.programme().activities.freshId();
                one.key = "N" + std::to_string(i);
                tx.insert(tx.programme().activities.size(), std::move(one));
            }
            return done();
        };
        QSignalSpy changed(&desk.document(), &Document::changed);
        QVERIFY(desk.document().performLong(QStringLiteral("Adding"), QStringLiteral("Many"), many).ok());
        QCOMPARE(changed.count(), 1);
        QCOMPARE(desk.programme().activities.size(), before.activities.size() + 5000);
        QCOMPARE(desk.document().schedule().activities.size(), desk.programme().activities.size());
        QVERIFY(desk.document().schedule().activities == schedule(desk.programme()).activities);
        desk.document().undo();
        QVERIFY(desk.programme().activities.rows() == before.activities.rows());
        QVERIFY(desk.document().schedule().activities == schedule(desk.programme()).activities);
        desk.document().redo();
        QCOMPARE(desk.programme().activities.size(), before.activities.size() + 5000);
        // Stopped, it leaves nothing behind.
        desk.document().undo();
        changed.clear();
        WhenItShows stop(desk.window, pressStop);
        const Outcome stopped =
            desk.document().performLong(QStringLiteral("Adding"), QStringLiteral("Many"), [&](Transaction& tx) {
                untilStopped(*WorkScope::current());
                return many(tx);
            });
        QVERIFY(stop.done() && !stopped.ok());
        QVERIFY(changed.isEmpty());
        QVERIFY(desk.programme().activities.rows() == before.activities.rows());
        // And one that is refused says why.
        const Outcome refused =
            desk.document().performLong(QStringLiteral("Adding"), QStringLiteral("Many"),
                                        [](Transaction&) { return Outcome(inputError("it may not be", {})); });
        QVERIFY(!refused.ok());
        QCOMPARE(refused.error().what, std::string("it may not be"));
    }

    /// What is worked out beside: a newer one takes the place of an older, whose result never comes.
    void onlyTheNewestIsTaken() {
        QObject home;
        std::vector<int> taken;
        int told = 0;
        Beside<int> beside(&home, [&] { ++told; });
        const auto take = [&](int found) { taken.push_back(found); };
        using std::chrono::milliseconds;
        beside.start(
            milliseconds(5000), [](WorkWatch&) { return 1; }, take);
        QCOMPARE(taken, std::vector<int>{1}); // soon enough to be taken at once
        bool sawStop = false;
        beside.start(
            milliseconds(0),
            [&](WorkWatch& watch) {
                untilStopped(watch);
                sawStop = true;
                return 2;
            },
            take);
        QVERIFY(beside.isRunning());
        beside.start(
            milliseconds(0), [](WorkWatch&) { return 3; }, take);
        QTRY_VERIFY(!beside.isRunning());
        QCOMPARE(taken, (std::vector<int>{1, 3}));
        QVERIFY(sawStop && told > 0);
        beside.start(
            milliseconds(0),
            [](WorkWatch& watch) {
                untilStopped(watch);
                return 4;
            },
            take);
        beside.stop();
        QTest::qWait(50);
        QCOMPARE(taken, (std::vector<int>{1, 3}));
    }

    /// A revision is read, checked and calculated once; Compare says that it is at work and can be stopped.
    void aRevisionIsReadOnce() {
        Desk desk(small(), path("settings.ini"));
        QVERIFY(desk.document().save(path("job.yarrin")).ok());
        const auto frozen = desk.document().freeze(QStringLiteral("A"), QStringLiteral("Tender"), {});
        QVERIFY(frozen.ok());
        const auto first = desk.document().readerOf(*frozen)();
        const auto second = desk.document().readerOf(*frozen)();
        QVERIFY(first.ok() && second.ok());
        QCOMPARE(first->programme.get(), second->programme.get());
        QVERIFY(first->schedule->activities == desk.document().schedule().activities);
        FrozenShelf shelf;
        const auto held = std::make_shared<const Programme>(large(150'000));
        for (int i = 0; i < 5; ++i) shelf.put(std::to_string(i), {held, std::make_shared<const Schedule>()});
        QVERIFY(!shelf.find("0") && shelf.find("4") && shelf.find("3"));
    }
};

QTEST_MAIN(LongWorkTest)
#include "long_work_test.moc"
