// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The page Squeeze with keys and mouse: a section and a day are chosen, measures taken one by one or worked out, a cost
// typed, and what is chosen tried as a trial.
#include "app/programme/squeeze_page.h"
#include "app/table/list_page.h"
#include "desk.h"
#include "support/walls.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class SqueezePageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    struct At : Desk {
        At(const Programme& programme, const QString& file) : Desk(programme, file) {
            QTest::keyClick(&window, Qt::Key_F6);
            QApplication::processEvents();
        }
        SqueezePage& page() { return *find<SqueezePage>("squeezePage"); }
        GridView& options() { return *find<GridView>("squeezeOptions"); }
        QString words(const char* name) { return find<QLabel>(name)->text(); }
        int row(const QString& measure) {
            for (int row = 0; row < options().grid()->rowCount(); ++row)
                if (cell(row, "measure").contains(measure)) return row;
            qFatal("no such measure");
        }
        QModelIndex at(int row, const char* column) {
            return options().grid()->index(row, options().grid()->columnOf(QString::fromLatin1(column)));
        }
        QString cell(int row, const char* column) { return at(row, column).data().toString(); }
        void press(const char* name) {
            QTest::mouseClick(visible<QPushButton>(name), Qt::LeftButton);
            QApplication::processEvents();
        }
        void type(const char* field, const QString& text) {
            auto* edit = visible<QLineEdit>(field);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClicks(edit, text);
            QTest::keyClick(edit, Qt::Key_Return);
            QApplication::processEvents();
        }
        void click(const QModelIndex& index) {
            options().scrollTo(index);
            QTest::mouseClick(options().viewport(), Qt::LeftButton, {}, options().visualRect(index).center());
            QApplication::processEvents();
        }
    };
    QString settings() const { return m_folder.filePath(QStringLiteral("s.ini")); }

private slots:
    /// F6 opens it with the section that is latest and its own date; the table says what each measure wins.
    void theLatestComesFirst() {
        At at(walls().programme, settings());
        QVERIFY(at.page().isVisible());
        QCOMPARE(at.find<QLineEdit>("squeezeBy")->text(), QStringLiteral("10 Mar 2027"));
        QVERIFY(at.words("squeezeWords").contains(QStringLiteral("2 days missing")));
        const int crews = at.row(QStringLiteral("B B: 2 crews instead of 1"));
        QCOMPARE(at.cell(crews, "won"), QStringLiteral("2 d"));
        QCOMPARE(at.cell(crews, "cost"), QStringLiteral("£160"));
        QCOMPARE(at.cell(crews, "saved"), QStringLiteral("£2,000"));
        QCOMPARE(at.cell(at.row(QStringLiteral("begins 2d 4h")), "cost"), QStringLiteral("not known"));
        QVERIFY(at.find<GridView>("squeezeNeeds")->grid()->rowCount() >= 2);
    }

    /// Space and a press on the sign choose; of two that change the same the newer counts; together they are
    /// calculated.
    void chosenOneByOne() {
        At at(walls().programme, settings());
        at.click(at.at(at.row(QStringLiteral("B B: 2 crews")), "measure"));
        QCOMPARE(at.window.viewState().current(), at.id("B"));
        QTest::keyClick(&at.options(), Qt::Key_Space);
        QApplication::processEvents();
        QVERIFY(at.words("squeezeSum").contains(QStringLiteral("1 measure: complete on Wed 10 Mar 2027, 2 days won")));
        QVERIFY(at.words("squeezeSumMore").contains(QStringLiteral("costs £160")));
        at.click(at.at(at.row(QStringLiteral("A A: 2 crews")), "chosen"));
        QVERIFY(at.words("squeezeSum").contains(QStringLiteral("2 measures: complete on Mon 8 Mar 2027, 4 days won")));
        at.click(at.at(at.row(QStringLiteral("B B: to")), "chosen")); // in place of more crews on B
        QCOMPARE(at.page().chosen().size(), 2u);
        QCOMPARE(at.cell(at.row(QStringLiteral("B B: 2 crews")), "chosen"), QStringLiteral("○"));
        at.press("squeezeNone");
        QVERIFY(at.page().chosen().empty());
        QVERIFY(!at.find<QPushButton>("squeezeTry")->isEnabled());
    }

    /// The cheapest set, and another one once a cost is typed; a price that rates tell of is not typed.
    void cheapestAndTypedCosts() {
        At at(walls().programme, settings());
        at.press("squeezeCheapest");
        QVERIFY(at.words("squeezeSum").startsWith(QStringLiteral("The cheapest that reaches it: 1 measure")));
        typeInto(at.options(), at.at(at.row(QStringLiteral("begins 2d 4h")), "cost"), QStringLiteral("50"));
        QApplication::processEvents();
        QCOMPARE(at.cell(at.row(QStringLiteral("begins 2d 4h")), "cost"), QStringLiteral("£50"));
        at.press("squeezeCheapest");
        QVERIFY(at.words("squeezeSumMore").contains(QStringLiteral("costs £50")));
        typeInto(at.options(), at.at(at.row(QStringLiteral("B B: 2 crews")), "cost"), QStringLiteral("50"));
        QVERIFY(messageOn(at.options()).contains(QStringLiteral("rates")) ||
                at.notice().contains(QStringLiteral("rates")));
        QTest::keyClick(&at.options(), Qt::Key_Escape);
    }

    /// Tried, it is a trial of one step; dropped, all is as it was.
    void triedAsATrial() {
        At at(walls().programme, settings());
        at.press("squeezeCheapest");
        at.press("squeezeTry");
        QVERIFY(at.document().trial().has_value());
        QVERIFY(at.words("squeezeWords").contains(QStringLiteral("nothing is missing")));
        QVERIFY(at.notice().contains(QStringLiteral("On trial")));
        at.trigger("editUndo");
        QVERIFY(at.words("squeezeWords").contains(QStringLiteral("2 days missing")));
    }

    /// What no set reaches is said with the best; what is no date, or lies before the data date, is told where it was
    /// typed, and so are figures that cannot be.
    void outOfReachAndNonsense() {
        Programme p = walls().programme;
        p.job.dataDate = *parseInstant("2027-03-01T08:00");
        At at(p, settings());
        at.type("squeezeBy", QStringLiteral("2 Mar 2027"));
        at.press("squeezeCheapest");
        QVERIFY(at.words("squeezeSum").startsWith(QStringLiteral("No set reaches it; the best:")));
        at.type("squeezeBy", QStringLiteral("soon"));
        QVERIFY(at.words("squeezeWords").contains(QStringLiteral("soon")));
        QCOMPARE(at.options().grid()->rowCount(), 0);
        at.type("squeezeBy", QStringLiteral("1 Feb 2027"));
        QVERIFY(at.words("squeezeWords").contains(QStringLiteral("before the data date")));
        at.type("squeezeBy", QStringLiteral("10 Mar 2027"));
        QVERIFY(at.options().grid()->rowCount() > 0);
        at.type("squeezeDone", QStringLiteral("100 %"));
        QVERIFY(at.words("squeezeWords").contains(QStringLiteral("between 0 and 1")));
        at.type("squeezeDone", QStringLiteral("40 %"));
        QVERIFY(at.cell(at.row(QStringLiteral("after A does")), "measure").contains(QStringLiteral("begins 2d after")));
        at.type("squeezeCrews", QStringLiteral("many"));
        QVERIFY(at.words("squeezeWords").contains(QStringLiteral("1 to 9")));
        at.type("squeezeCrews", QStringLiteral("2"));
        QVERIFY(at.row(QStringLiteral("B B: 3 crews instead of 1")) >= 0);
        at.press("squeezeWay0");
        for (int row = 0; row < at.options().grid()->rowCount(); ++row)
            QVERIFY(!at.cell(row, "measure").contains(QStringLiteral("crews")));
    }

    /// Without a section there is nothing to bring in; a job on time says so.
    void nothingToDo() {
        Builder none;
        none.task("A", 5);
        At at(none.programme, settings());
        QVERIFY(at.words("squeezeWords").contains(QStringLiteral("no section")));
        Programme early = walls().programme;
        Section section = early.sections[0];
        section.completion = *parseDate("2027-03-30");
        early.sections.replace(0, section);
        At other(early, settings());
        QVERIFY(other.words("squeezeWords").contains(QStringLiteral("nothing is missing")));
        QVERIFY(!other.find<QPushButton>("squeezeCheapest")->isEnabled());
    }
};

QTEST_MAIN(SqueezePageTest)
#include "squeeze_page_test.moc"
