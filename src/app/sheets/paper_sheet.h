// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/sheet_layout.h"

#include <QSizeF>
#include <QString>
#include <QStringList>

#include <functional>
#include <memory>
#include <vector>

class QIODevice;
class QPainter;
class QPagedPaintDevice;

namespace yarrin {

/// How a sheet is to be put on paper, as people say it.
struct SheetPaper {
    std::string size = "A3";
    bool landscape = true;
    int wide = 1, tall = 0; ///< pages; 0: as many as it takes
    int margin = 10;        ///< millimetres
    int weekWidth = 0;      ///< millimetres; 0: as the pages have it
    SheetPaper() = default;
    SheetPaper(std::string paper, bool lies, int pagesWide, int pagesTall)
        : size(std::move(paper)), landscape(lies), wide(pagesWide), tall(pagesTall) {}
    explicit SheetPaper(const KeptSheet& sheet)
        : size(sheet.paper), landscape(!sheet.upright), wide(sheet.wide), tall(sheet.tall.value_or(0)),
          margin(sheet.margin.value_or(10)), weekWidth(sheet.weekWidth.value_or(0)) {}
    [[nodiscard]] Result<SheetWish> wish() const;
};

/// A place of a sheet that people turn to: the reader's list at the side of a PDF.
struct SheetMark {
    QString title;
    std::size_t page = 0;
    int level = 0;
    double top = 0; ///< inches from the paper's upper edge
};

/// Rows and time of one page, in inches from the paper's corner: where its breaks can be taken hold of.
struct PageGrid {
    double left = 0, right = 0;    ///< of table and bars together
    double furthest = 0;           ///< to where the bars could go on
    double chart = 0;              ///< left edge of the bars
    double top = 0, rowHeight = 0; ///< of its first row
    std::vector<ActivityId> rows;  ///< the activity of each; of a heading the first one that it heads
    std::vector<ActivityId> below; ///< rows of the pages below that would have room on this one
    ActivityId next;               ///< the first of the page below; none on the last one
    Instant from;                  ///< at the left edge of the bars
    double inchesPerDay = 0;
    int across = 0, wide = 1;     ///< which of the pages beside each other
    std::vector<Date> timeBreaks; ///< as they are now, also where they came by themselves
};

/// A sheet laid out on its paper: as many pages as it takes. Never changes; any thread.
class LaidSheet {
public:
    virtual ~LaidSheet() = default;
    [[nodiscard]] virtual std::size_t pages() const = 0;
    /// Paints a page from the paper's corner, so many dots to the inch.
    virtual void paint(QPainter& painter, std::size_t page, double dotsPerInch) const = 0;
    [[nodiscard]] virtual std::vector<SheetMark> marks() const = 0;
    /// None of what has no rows of activities.
    [[nodiscard]] virtual std::optional<PageGrid> grid(std::size_t) const { return {}; }

    QSizeF inches;           ///< of the paper, as it lies
    double smallestText = 0; ///< in points
};

/// What is put on paper: it holds what it shows, so that it can be laid out and painted beside the window.
class PaperSheet {
public:
    virtual ~PaperSheet() = default;
    /// An error where the paper has no room for it, or there is nothing to show.
    [[nodiscard]] virtual Result<std::shared_ptr<const LaidSheet>> layOut(const SheetPaper& paper) const = 0;
    /// As the PDF is called: the job.
    [[nodiscard]] virtual QString title() const = 0;
    /// As the sheet is called.
    [[nodiscard]] virtual QString name() const = 0;
    /// The revision that it shows; none: work in hand.
    [[nodiscard]] virtual QString shows() const = 0;

    /// Writes all pages: a PDF, or pictures (.svg, .png, of several pages each with its number). Nothing half is left
    /// behind where it cannot be done, or is stopped. What was written.
    [[nodiscard]] virtual Result<QStringList> write(const QString& path, const SheetPaper& paper) const;
    /// Several sheets one behind the other in one PDF, each on its paper.
    using Part = std::pair<const PaperSheet*, SheetPaper>;
    [[nodiscard]] static Result<QStringList> writePdf(const QString& path, const std::vector<Part>& parts);
    /// The same on a printer that is set up already; nothing is printed where it is stopped.
    /// `marks` is given the places of all of them.
    [[nodiscard]] static Outcome print(QPagedPaintDevice& device, double dotsPerInch, const std::vector<Part>& parts,
                                       std::vector<SheetMark>* marks = nullptr);
};

/// Why a file could not be written, with its place.
[[nodiscard]] Error unwrittenAt(const QString& path, const QString& why);

} // namespace yarrin
