// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The page Soundness with keys and mouse: what is found leads to its row, is mended, set aside, and held against
// limits.
#include "app/base/tab_row.h"
#include "app/soundness/soundness_page.h"
#include "desk.h"

#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A leads to B and M, which B leads to; C stands alone; D is held by a date.
Programme job() {
    Builder b;
    b.task("A", 5).task("B", 5).task("C", 2).task("D", 3).milestone("M");
    b.link("A", "B").link("B", "M").link("A", "M").link("D", "M").constrain("D", ConstraintType::startOn, "2027-03-08");
    b.section("S1", "M", "2027-06-30", 100);
    return b.programme;
}

} // namespace

class SoundnessPageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    struct At : Desk {
        At(const Programme& programme, const QString& file) : Desk(programme, file) {
            QTest::keyClick(&window, Qt::Key_F8);
            QApplication::processEvents();
        }
        SoundnessPage& page() { return *find<SoundnessPage>("soundnessPage"); }
        ProgrammeStage& stage() { return *find<ProgrammeStage>("programmeStage"); }
        GridView& findings() { return *find<GridView>("findings"); }
        GridView& measures() { return *find<GridView>("measures"); }
        QListWidget& choice() { return *find<QListWidget>("soundnessChoice"); }
        /// Presses the row of a list at the left.
        void choose(const char* title) {
            for (int row = 0; row < choice().count(); ++row)
                if (choice().item(row)->text() == QLatin1String(title)) {
                    choice().scrollToItem(choice().item(row));
                    QTest::mouseClick(choice().viewport(), Qt::LeftButton, {},
                                      choice().visualItemRect(choice().item(row)).center());
                    QApplication::processEvents();
                    return;
                }
            qFatal("no such list");
        }
        QString cell(GridView& grid, int row, const char* column) {
            return grid.grid()->index(row, grid.grid()->columnOf(QString::fromLatin1(column))).data().toString();
        }
        void press(const char* name) {
            QTest::mouseClick(visible<QPushButton>(name), Qt::LeftButton);
            QApplication::processEvents();
        }
    };
    QString settings() const { return m_folder.filePath(QStringLiteral("s.ini")); }

private slots:
    /// F8 opens it with the measures; the tabs in the corner go to the bars and back.
    void measuresComeFirst() {
        At at(job(), settings());
        QVERIFY(at.page().isVisible() && at.page().found());
        QCOMPARE(at.measures().grid()->rowCount(), 14);
        QCOMPARE(at.cell(at.measures(), 0, "count"), QStringLiteral("3 of 5")); // A, C and D begin openly, C ends so
        at.press("programmeBars");
        QVERIFY(!at.page().isVisible() && at.stage().table().isVisible());
        at.press("programmeSoundness");
        QVERIFY(at.page().isVisible());
    }

    /// A row is the activity of the card; a double click goes to its bar.
    void findingsLeadToTheirRow() {
        At at(job(), settings());
        at.choose("Open ends");
        QCOMPARE(at.findings().grid()->rowCount(), 1);
        QCOMPARE(at.cell(at.findings(), 0, "id"), QStringLiteral("C"));
        const QPoint row = at.findings().visualRect(at.findings().grid()->index(0, 0)).center();
        QTest::mouseClick(at.findings().viewport(), Qt::LeftButton, {}, row);
        QVERIFY(at.window.viewState().current() == at.id("C"));
        QTest::mouseDClick(at.findings().viewport(), Qt::LeftButton, {}, row);
        QApplication::processEvents();
        QVERIFY(at.stage().table().isVisible() && !at.page().isVisible());
        QVERIFY(at.window.viewState().current() == at.id("C"));
    }

    /// What a mend would move is said before; it is one step, which undo takes back.
    void redundantLinksAreMended() {
        At at(job(), settings());
        at.choose("Redundant links");
        QCOMPARE(at.cell(at.findings(), 0, "id"), QStringLiteral("M"));
        at.press("soundnessMendAll");
        QVERIFY2(at.stage().notice().text().contains(QLatin1String("No date would move")),
                 qPrintable(at.stage().notice().text()));
        QCOMPARE(at.programme().links.size(), std::size_t(4)); // asked, not done
        QTest::mouseClick(at.stage().notice().findChild<QPushButton*>(QStringLiteral("noticeAnswer")), Qt::LeftButton);
        QApplication::processEvents();
        QCOMPARE(at.programme().links.size(), std::size_t(3));
        QCOMPARE(at.findings().grid()->rowCount(), 0);
        at.window.document().undo();
        QApplication::processEvents();
        QCOMPARE(at.programme().links.size(), std::size_t(4));
        QCOMPARE(at.findings().grid()->rowCount(), 1);
    }

    /// A hard constraint that becomes soft moves nothing early here; the open end gets its section.
    void othersAreMended() {
        At at(job(), settings());
        at.choose("Open ends");
        QTest::mouseClick(at.findings().viewport(), Qt::LeftButton, {},
                          at.findings().visualRect(at.findings().grid()->index(0, 0)).center());
        at.press("soundnessMend");
        QTest::mouseClick(at.stage().notice().findChild<QPushButton*>(QStringLiteral("noticeAnswer")), Qt::LeftButton);
        QApplication::processEvents();
        QCOMPARE(at.programme().links.size(), std::size_t(5));
        at.choose("Hard constraints");
        at.press("soundnessMendAll");
        QTest::mouseClick(at.stage().notice().findChild<QPushButton*>(QStringLiteral("noticeAnswer")), Qt::LeftButton);
        QApplication::processEvents();
        QVERIFY(at.programme().activities.row(at.id("D"))->constraint->type == ConstraintType::startNotBefore);
    }

    /// A reason sets a finding aside; a limit that is none is refused where it is typed.
    void setAsideAndLimits() {
        At at(job(), settings());
        at.choose("Open ends");
        GridModel& grid = *at.findings().grid();
        typeInto(at.findings(), grid.index(0, grid.columnOf(QStringLiteral("aside"))), QStringLiteral("handed over"));
        QCOMPARE(at.programme().setAside.size(), std::size_t(1));
        QCOMPARE(at.cell(at.findings(), 0, "aside"), QStringLiteral("handed over"));
        QVERIFY(!at.visible<QLabel>("soundnessTitle")->text().isEmpty());
        QVERIFY(!at.find<QPushButton>("soundnessMendAll")->isVisible()); // it is meant so
        at.window.document().undo();
        QApplication::processEvents();
        QVERIFY(at.programme().setAside.empty());
        at.choose("Fourteen measures");
        GridModel& measures = *at.measures().grid();
        const QModelIndex limit = measures.index(0, measures.columnOf(QStringLiteral("limit")));
        QCOMPARE(at.cell(at.measures(), 0, "verdict"), QStringLiteral("✕ fails"));
        typeInto(at.measures(), limit, QStringLiteral("60 %"));
        QCOMPARE(at.cell(at.measures(), 0, "verdict"), QStringLiteral("✓ passes"));
        typeInto(at.measures(), limit, QStringLiteral("many"));
        QVERIFY(!messageOn(at.measures()).isEmpty());
        QCOMPARE(limitOf(at.programme(), "missing-logic"), Decimal(60));
    }

    /// The card says why an activity stands where it does, what would put it otherwise, what a day does, and the paths
    /// to it, of which one that is pressed is selected; a late section's milestone says what it would take.
    void reasonsOnTheCard() {
        Programme p = job();
        Section section = p.sections[0];
        section.completion = *parseDate("2027-03-10");
        p.sections.replace(0, section);
        At at(p, settings());
        const auto words = [&] {
            QStringList lines;
            for (const QLabel* label : at.find<QWidget>("cardWhy")->findChildren<QLabel*>()) lines << label->text();
            return lines.join(QLatin1Char('\n'));
        };
        const auto choose = [&](const char* key) {
            at.window.viewState().select(at.id(key));
            for (int i = 0; i < 5; ++i) QApplication::processEvents();
        };
        choose("M");
        QVERIFY2(words().contains(QLatin1String("because B B ends on 12 Mar 2027")), qPrintable(words()));
        QVERIFY2(words().contains(QLatin1String("Otherwise on 10 Mar 2027, 2 d earlier: D D")), qPrintable(words()));
        QVERIFY2(words().contains(QLatin1String("S1 3 days later")), qPrintable(words()));
        QVERIFY2(words().contains(QLatin1String("would have to be shorter: A 2 d")), qPrintable(words()));
        QVERIFY2(words().contains(QLatin1String("drives")) && words().contains(QLatin1String("behind")),
                 qPrintable(words()));
        at.press("cardPath1");
        const std::vector<ActivityId> path{at.id("A"), at.id("B"), at.id("M")};
        QCOMPARE(at.window.viewState().selection(), path);
        choose("A");
        QVERIFY2(words().contains(QLatin1String("because the job starts then")), qPrintable(words()));
        choose("D");
        QVERIFY2(words().contains(QLatin1String("because it is held: ")), qPrintable(words()));
    }

    /// Without anything, and where nothing can be calculated, it says so.
    void nothingToCheck() {
        At none(Programme{}, settings());
        QCOMPARE(none.measures().grid()->rowCount(), 14);
        Programme loop = job();
        loop.links.append({loop.links.freshId(), loop.activities[1].id, loop.activities[0].id});
        At at(loop, settings());
        QCOMPARE(at.visible<QLabel>("soundnessTitle")->text(), QStringLiteral("Not checked"));
    }
};

QTEST_MAIN(SoundnessPageTest)
#include "soundness_page_test.moc"
