// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/sheets/paper_sheet.h"
#include "chart/layout/sheet_layout.h"

#include <memory>

namespace yarrin {

class ActivityModel;
struct SheetInk;

/// Table and bars as the lens shows them, on pages of paper: what it shows is taken when it is made, so that it can be
/// painted beside the window. The document's programme must have dates.
class BarsSheet : public PaperSheet {
public:
    /// `rows` as the table beside the bars has them; of a sheet of the job its time, links and words, too.
    BarsSheet(const Document& document, const ViewState& state, const ActivityModel& rows,
              const KeptSheet* sheet = nullptr);
    /// A sheet of the job, through its own lens, with what the window outlines. An error where its lens is gone.
    [[nodiscard]] static Result<std::shared_ptr<BarsSheet>> of(Document& document, const ViewState& shared,
                                                               const KeptSheet& sheet);
    ~BarsSheet() override;
    BarsSheet(const BarsSheet&) = delete;
    BarsSheet& operator=(const BarsSheet&) = delete;

    [[nodiscard]] Result<std::shared_ptr<const LaidSheet>> layOut(const SheetPaper& paper) const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] QString name() const override;
    [[nodiscard]] QString shows() const override;
    /// The title block, as the facts of the sheet have it.
    void setFoot(const struct SheetFacts& facts);
    [[nodiscard]] Result<SheetLayout> layout(const SheetPaper& paper) const;

private:
    struct Content;
    class Laid;
    std::shared_ptr<Content> m_content; ///< shared with what was laid out of it
};

} // namespace yarrin
