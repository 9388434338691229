// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "chart/layout/sheet_layout.h"

#include <QString>
#include <QStringList>

#include <memory>

class QIODevice;
class QPainter;

namespace yarrin {

class ActivityModel;
struct SheetInk;

/// How a sheet is to be put on paper, as people say it.
struct SheetPaper {
    std::string size = "A3";
    bool landscape = true;
    int wide = 1, tall = 0; ///< pages; 0: as many as it takes
    SheetPaper() = default;
    SheetPaper(std::string paper, bool lies, int pagesWide, int pagesTall)
        : size(std::move(paper)), landscape(lies), wide(pagesWide), tall(pagesTall) {}
    explicit SheetPaper(const KeptSheet& sheet)
        : size(sheet.paper), landscape(!sheet.upright), wide(sheet.wide), tall(sheet.tall.value_or(0)) {}
    [[nodiscard]] Result<SheetWish> wish() const;
};

/// Table and bars as the lens shows them, on pages of paper: what it shows is taken when it is made, so that it can be
/// painted beside the window. The document's programme must have dates.
class BarsSheet {
public:
    /// `rows` as the table beside the bars has them; of a sheet of the job its time, links and words, too.
    BarsSheet(const Document& document, const ViewState& state, const ActivityModel& rows,
              const KeptSheet* sheet = nullptr);
    /// A sheet of the job, through its own lens, with what the window outlines. An error where its lens is gone.
    [[nodiscard]] static Result<std::unique_ptr<BarsSheet>> of(Document& document, const ViewState& shared,
                                                               const KeptSheet& sheet);
    ~BarsSheet();
    BarsSheet(const BarsSheet&) = delete;
    BarsSheet& operator=(const BarsSheet&) = delete;

    [[nodiscard]] Result<SheetLayout> layout(const SheetPaper& paper) const;
    /// Paints a page from the paper's corner, so many dots to the inch.
    void paint(QPainter& painter, const SheetPaper& paper, const SheetLayout& layout, std::size_t page,
               double dotsPerInch) const;
    /// Writes all pages: a PDF, or pictures (.svg, .png, of several pages each with its number). Nothing half is left
    /// behind where it cannot be done, or is stopped. What was written.
    [[nodiscard]] Result<QStringList> write(const QString& path, const SheetPaper& paper) const;
    /// Several sheets one behind the other in one PDF, each on its paper.
    using Part = std::pair<const BarsSheet*, SheetPaper>;
    [[nodiscard]] static Result<QStringList> writePdf(const QString& path, const std::vector<Part>& parts);

private:
    struct Content;
    [[nodiscard]] SheetInk ink() const;
    [[nodiscard]] bool paintSvg(QIODevice& file, const SheetPaper& paper, const SheetLayout& layout,
                                std::size_t page) const;
    [[nodiscard]] bool paintPng(QIODevice& file, const SheetPaper& paper, const SheetLayout& layout,
                                std::size_t page) const;
    std::unique_ptr<Content> m_content;
};

} // namespace yarrin
