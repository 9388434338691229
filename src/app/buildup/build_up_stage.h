// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/window/stage.h"

namespace yarrin {

class ActivityTable;

/// The stage Build-up: where durations come from. Every task with its quantity, output and crews.
class BuildUpStage : public Stage {
    Q_OBJECT
public:
    BuildUpStage(Document& document, ViewState& state, QWidget* parent = nullptr);

    [[nodiscard]] ActivityTable& table() const { return *m_table; }
    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;

private:
    NoticeBar* m_notice;
    ActivityTable* m_table;
};

} // namespace yarrin
