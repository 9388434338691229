// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/programme/bar_chart_view.h"
#include "app/programme/programme_stage.h"
#include "app/table/activity_table.h"
#include "app/table/inline_message.h"
#include "app/window/main_window.h"
#include "app/window/standing.h"
#include "support/builder.h"

#include <QAction>
#include <QApplication>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPrinter>
#include <QPushButton>
#include <QSettings>
#include <QTest>

namespace yarrin::test {

/// Answers dialogs from a script.
class ScriptedDialogs : public Dialogs {
public:
    QString fileToOpen(QWidget*, const QString&) override { return open; }
    QString folderToOpen(QWidget*, const QString&, const QString&) override { return open; }
    QString fileToImport(QWidget*, const QString&, const QString&) override { return open; }
    QString fileToSave(QWidget*, const QString&, const QString&, const QString&) override { return save; }
    Unsaved unsavedChanges(QWidget*, const QString& name) override {
        askedFor = name;
        ++asked;
        return unsaved;
    }
    void about(QWidget*) override {}
    bool mayOpen(QWidget*, const QString& address) override {
        shown = address;
        return mayOpenAnswer;
    }
    bool openAddress(const QUrl& address) override {
        opened << address;
        return true;
    }
    /// Prints into a file in place of paper; nowhere where none is named.
    bool choosePrinter(QWidget*, QPrinter& printer) override {
        printer.setOutputFormat(QPrinter::PdfFormat);
        printer.setOutputFileName(print);
        return !print.isEmpty();
    }
    QString print;
    bool mayOpenAnswer = false;
    QString shown; ///< the address that was asked for
    QList<QUrl> opened;
    QString open;
    QString save;
    Unsaved unsaved = Unsaved::discard;
    int asked = 0;
    QString askedFor;
};

/// The editor that is open on a grid; closed ones go away a little later.
inline QLineEdit* openEditor(GridView& grid) {
    for (QLineEdit* editor : grid.viewport()->findChildren<QLineEdit*>(QStringLiteral("cellEditor")))
        if (editor->isVisible()) return editor;
    qFatal("no editor is open");
}

/// Opens a cell's editor as a person does, types over what is there, and ends with Enter.
inline void typeInto(GridView& grid, const QModelIndex& at, const QString& text) {
    if (!at.isValid()) qFatal("there is no such cell");
    grid.scrollTo(at);
    QTest::mouseClick(grid.viewport(), Qt::LeftButton, {}, grid.visualRect(at).center());
    QTest::keyClick(&grid, Qt::Key_F2);
    QLineEdit* editor = openEditor(grid);
    editor->selectAll();
    QTest::keyClicks(editor, text);
    QTest::keyClick(editor, Qt::Key_Return);
    QApplication::processEvents();
}

inline QString messageOn(GridView& grid) {
    for (InlineMessage* message : grid.viewport()->findChildren<InlineMessage*>())
        if (message->isVisible()) return message->text();
    return {};
}

/// A window on a small programme, and the gestures of a person on it.
class Desk {
public:
    explicit Desk(const Programme& programme, const QString& settingsFile)
        : settings(settingsFile, QSettings::IniFormat), window(settings, dialogs, dateFrom(2027, 2, 1)) {
        // However busy the machine is, what is worked out beside the window is there when a test looks.
        Keeping keeping;
        keeping.pageMilliseconds = 20000;
        window.document().keeper().setKeeping(keeping);
        window.document().replace(programme, {});
        window.resize(1280, 800);
        window.show();
        if (!QTest::qWaitForWindowExposed(&window)) qFatal("the window does not show");
        window.activateWindow();
        QApplication::processEvents();
        QApplication::processEvents();
    }

    template <typename Widget> Widget* find(const char* name) {
        auto* found = window.findChild<Widget*>(QString::fromLatin1(name));
        if (!found) qFatal("there is no %s", name);
        return found;
    }
    /// The one that shows: what a card held before goes away a little later.
    template <typename Widget> Widget* visible(const char* name) {
        for (int turn = 0; turn < 100; ++turn) { // the card fills itself a turn of the event loop later
            for (Widget* one : window.findChildren<Widget*>(QString::fromLatin1(name)))
                if (one->isVisible()) return one;
            QApplication::processEvents(QEventLoop::AllEvents, 10);
        }
        qFatal("no %s shows", name);
    }
    /// A new job as it is proposed.
    void newJob() {
        trigger("fileNew");
        QTest::mouseClick(visible<QPushButton>("newMake"), Qt::LeftButton);
        QApplication::processEvents();
    }
    ActivityTable& table() { return *find<ActivityTable>("programmeTable"); }
    BarChartView& chart() { return *find<BarChartView>("barChart"); }
    Standing& standing() { return *find<Standing>("standing"); }
    QString notice() { return window.findChild<ProgrammeStage*>()->notice().text(); }
    Document& document() { return window.document(); }
    const Programme& programme() { return window.document().programme(); }

    ActivityId id(const char* key) {
        for (const Activity& activity : programme().activities)
            if (activity.key == key) return activity.id;
        return {};
    }
    BarShape bar(const char* key) {
        for (const BarShape& one : chart().layout().bars)
            if (one.activity == id(key)) return one;
        qFatal("no bar");
    }
    double days(int count) { return count * window.viewState().pixelsPerDay(); }
    /// Moves the pressed mouse over the chart, in two steps; the tests let go themselves.
    void pull(const QPoint& from, const QPoint& to, Qt::KeyboardModifiers keys = {}) {
        QWidget* paper = chart().viewport();
        QTest::mousePress(paper, Qt::LeftButton, keys, from);
        for (const QPoint& at : {(from + to) / 2, to}) {
            QMouseEvent move(QEvent::MouseMove, at, paper->mapToGlobal(at), Qt::LeftButton, Qt::LeftButton, keys);
            QApplication::sendEvent(paper, &move);
        }
    }
    /// From one point of the chart to another, in its own pixels.
    void drag(ChartPoint from, ChartPoint to, Qt::KeyboardModifiers keys = {}) {
        const QPoint end = chart().onViewport(to);
        pull(chart().onViewport(from), end, keys);
        QTest::mouseRelease(chart().viewport(), Qt::LeftButton, keys, end);
        QApplication::processEvents();
    }
    void trigger(const char* action) { find<QAction>(action)->trigger(); }
    QModelIndex cell(const char* key, const char* column, ActivityTable* in = nullptr) {
        ActivityTable& t = in ? *in : table();
        return t.activities().index(t.activities().rowOf(id(key)),
                                    t.activities().columnOf(QString::fromLatin1(column)));
    }
    void clickCell(const QModelIndex& index, ActivityTable* in = nullptr) {
        ActivityTable& t = in ? *in : table();
        t.scrollTo(index);
        QTest::mouseClick(t.viewport(), Qt::LeftButton, {}, t.visualRect(index).center());
    }
    /// Opens a cell's editor as a person does and types over what is there.
    QLineEdit* startTyping(const QModelIndex& index, const QString& text, ActivityTable* in = nullptr) {
        ActivityTable& t = in ? *in : table();
        clickCell(index, in);
        QTest::keyClick(&t, Qt::Key_F2);
        QLineEdit* editor = openEditor(t);
        editor->selectAll();
        QTest::keyClicks(editor, text);
        return editor;
    }
    /// The same, and Enter.
    void enter(const QModelIndex& index, const QString& text, ActivityTable* in = nullptr) {
        QTest::keyClick(startTyping(index, text, in), Qt::Key_Return);
        QApplication::processEvents();
    }

    ScriptedDialogs dialogs;
    QSettings settings;
    MainWindow window;
};

/// Three tasks and a milestone in a group, one of them measured, one section.
inline Programme small() {
    Builder b;
    b.programme.breakdown.append({BreakdownId{1}, "B1", "Berth", {}, {}});
    b.task("A010", 5)
        .task("A020", 3)
        .task("A030", 4)
        .milestone("M100")
        .link("A010", "A020")
        .link("A020", "M100")
        .link("A030", "M100");
    for (const char* key : {"A010", "A020", "A030", "M100"})
        b.change(key, [](Activity& a) { a.breakdown = BreakdownId{1}; });
    b.change("A030", [](Activity& a) {
        a.duration.reset();
        a.measure = Measure{Decimal(40), "m3", Decimal(10), {}, Decimal(1), Decimal(1), RoundTo::day};
    });
    b.section("S1", "M100", "2027-03-09", 1000);
    return b.programme;
}

} // namespace yarrin::test
