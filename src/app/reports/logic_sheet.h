// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/reports/facts.h"
#include "app/sheets/paper_sheet.h"
#include "chart/layout/logic_layout.h"

namespace yarrin {

/// The network of a programme, laid out through a lens, on as many pages beside and below each other as are wished for:
/// as large as it fits on them together.
class LogicSheet : public PaperSheet {
public:
    /// An error where its lens is gone, or nothing has a part in logic.
    [[nodiscard]] static Result<std::shared_ptr<const PaperSheet>> of(std::shared_ptr<const SheetFacts> facts);

    [[nodiscard]] Result<std::shared_ptr<const LaidSheet>> layOut(const SheetPaper& paper) const override;
    [[nodiscard]] QString title() const override;
    [[nodiscard]] QString name() const override;
    [[nodiscard]] QString shows() const override;

private:
    class Laid;
    struct Content;
    std::shared_ptr<const Content> m_content;
};

} // namespace yarrin
