// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/trade_menu.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QCoreApplication>
#include <QMenu>
#include <QPushButton>

namespace yarrin {

QPushButton* tradeButton(QWidget* parent, const std::function<void(const TradeSequence&)>& chosen) {
    auto* button = quietButton(QCoreApplication::translate("SequencePage", "For a trade"), "sequenceTrades", parent);
    button->setToolTip(QCoreApplication::translate(
        "SequencePage", "A sequence of a common trade, with what it uses of the output book; yours to change"));
    auto* menu = new QMenu(button);
    menu->setToolTipsVisible(true);
    for (const TradeSequence& trade : tradeSequences()) {
        QAction* one = menu->addAction(QCoreApplication::translate("SequencePage", trade.name.data()), parent,
                                       [&trade, chosen] { chosen(trade); });
        QStringList steps;
        for (const TradeStep& step : trade.steps) steps << show::text(step.name);
        one->setToolTip(steps.join(QStringLiteral(" · ")));
        one->setObjectName(QStringLiteral("sequenceTrade%1").arg(menu->actions().size()));
    }
    button->setMenu(menu);
    return button;
}

} // namespace yarrin
