// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/trade_sequences.h"

#include <functional>

class QPushButton;
class QWidget;

namespace yarrin {

/// A button with the trades whose sequences ship, each with its steps told.
[[nodiscard]] QPushButton* tradeButton(QWidget* parent, const std::function<void(const TradeSequence&)>& chosen);

} // namespace yarrin
