// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Table and bars put on paper: which paper, how many pages, and where to.
#include "app/base/format.h"
#include "app/programme/programme_stage.h"
#include "app/reports/report_files.h"
#include "app/reports/table_out.h"
#include "app/sheets/bars_sheet.h"
#include "app/table/activity_table.h"
#include "app/table/ask_sheet.h"
#include "app/window/main_window.h"
#include "app/window/stages.h"
#include "core/base/worded.h"

#include <QApplication>
#include <QClipboard>
#include <QMimeData>
#include <QStackedWidget>

namespace yarrin {

namespace {

/// The answers of the sheet that asks: paper, how it lies, pages wide and tall.
Result<SheetPaper> paperFrom(const QStringList& answers) {
    SheetPaper paper;
    paper.size = answers[0].toStdString();
    paper.landscape = answers[1] == MainWindow::tr("landscape");
    bool wide = false, tall = true;
    paper.wide = answers[2].trimmed().toInt(&wide);
    if (!answers[3].trimmed().isEmpty()) paper.tall = answers[3].trimmed().toInt(&tall);
    if (!wide || !tall || (paper.tall == 0 && !answers[3].trimmed().isEmpty()))
        return inputError(worded("pages are a number"),
                          worded("leave those below each other empty for as many as it takes"));
    return paper;
}

} // namespace

Result<QStringList> MainWindow::writeSheet(const QString& path, const SheetPaper& paper) {
    const BarsSheet sheet(m_document, m_state, programmeStage().table().activities());
    Result<QStringList> written = inputError(worded("nothing was written"));
    m_document.wait(tr("Putting it on paper"), [&](WorkWatch& watch) {
        WorkScope scope(watch);
        written = sheet.write(path, paper);
    });
    return written;
}

/// What would come of it is told while it is asked, the smallest text with it.
void MainWindow::askSheet() {
    if (m_stack->currentIndex() != int(Place::programme)) go(Place::programme);
    auto sheet = std::make_shared<BarsSheet>(m_document, m_state, programmeStage().table().activities());
    AskSheet::Ask ask;
    ask.title = tr("Table and bars on paper");
    QStringList sizes;
    for (const PaperSize& one : paperSizes()) sizes << show::text(one.name);
    ask.fields = {{QStringLiteral("sheetPaper"), tr("Paper"), AskSheet::Kind::choice, QStringLiteral("A3"), {}, sizes},
                  {QStringLiteral("sheetLies"),
                   tr("It lies"),
                   AskSheet::Kind::choice,
                   tr("landscape"),
                   {},
                   {tr("landscape"), tr("upright")}},
                  {QStringLiteral("sheetWide"), tr("Pages wide"), AskSheet::Kind::text, QStringLiteral("1"), {}},
                  {QStringLiteral("sheetTall"), tr("Pages tall"), AskSheet::Kind::text, {}, tr("as many as it takes")}};
    ask.accept = tr("Save…");
    ask.foretold = [sheet](const QStringList& answers) {
        const auto paper = paperFrom(answers);
        if (!paper.ok()) return show::error(paper.error());
        const auto layout = sheet->layout(*paper);
        if (!layout.ok()) return show::error(layout.error());
        const QString text = tr("%1, smallest text %2 pt")
                                 .arg(show::countOf(qint64(layout->pages.size()), "page", "pages"))
                                 .arg(layout->smallestText, 0, 'f', 1);
        return layout->smallestText < leastReadable
                   ? tr("%1: below what can be read without a glass. More pages, or a larger paper, help.").arg(text)
                   : text;
    };
    ask.take = [this, sheet](const QStringList& answers) -> Outcome {
        const auto paper = paperFrom(answers);
        if (!paper.ok()) return paper.errors();
        if (const auto layout = sheet->layout(*paper); !layout.ok()) return layout.errors();
        const QString path =
            m_dialogs.fileToSave(this, tr("Save the sheet"), m_document.displayName() + QStringLiteral(".pdf"),
                                 tr("PDF (*.pdf);;SVG (*.svg);;Picture (*.png)"));
        if (path.isEmpty()) return inputError(worded("no place was chosen"));
        const auto written = writeSheet(path, *paper);
        if (!written.ok()) return written.errors();
        tell(tr("Saved as %1.").arg(written->join(tr(", "))));
        return done();
    };
    auto* line = new AskSheet(std::move(ask), this);
    line->setAttribute(Qt::WA_DeleteOnClose);
    line->openAt(stage().mapToGlobal(QPoint(stage().width() / 3, 60)));
}

/// The table that has the keyboard, else the first that shows.
GridView* MainWindow::shownGrid() {
    for (QWidget* at = QApplication::focusWidget(); at; at = at->parentWidget())
        if (auto* grid = qobject_cast<GridView*>(at)) return grid;
    for (GridView* grid : stage().findChildren<GridView*>())
        if (grid->isVisible() && grid->model() && grid->model()->rowCount() > 0) return grid;
    return nullptr;
}

void MainWindow::saveShownTable() {
    const GridView* grid = shownGrid();
    if (!grid) return tell(tr("No table shows here."));
    Report report;
    report.table(shownTable(*grid));
    const QString path =
        m_dialogs.fileToSave(this, tr("Save the table"), grid->accessibleName() + QStringLiteral(".xlsx"),
                             tr("Workbook (*.xlsx);;Text table (*.csv)"));
    if (path.isEmpty()) return;
    const auto written = writeTablesOf(report, path);
    tell(written.ok() ? tr("Saved as %1.").arg(path) : show::error(written.error()));
}

void MainWindow::copyShownTable() {
    const GridView* grid = shownGrid();
    if (!grid) return tell(tr("No table shows here."));
    QApplication::clipboard()->setMimeData(onClipboard({shownTable(*grid)}));
    tell(tr("The table is on the clipboard."));
}

/// What has the keyboard and is no table, else the whole page.
void MainWindow::copyPicture() {
    QWidget* focused = QApplication::focusWidget();
    const bool chart = focused && stage().isAncestorOf(focused) && focused->width() > 200 && focused->height() > 100 &&
                       !qobject_cast<GridView*>(focused);
    QApplication::clipboard()->setPixmap((chart ? focused : static_cast<QWidget*>(&stage()))->grab());
    tell(tr("A picture is on the clipboard."));
}

} // namespace yarrin
