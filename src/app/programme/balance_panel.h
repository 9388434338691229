// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/places/balance.h"

#include <QWidget>

class QComboBox;
class QLabel;

namespace yarrin {

class ListPage;

/// The trades of a sequence over its places: rates, waits, and what to do about them, each as a trial.
class BalancePanel : public QWidget {
    Q_OBJECT
public:
    explicit BalancePanel(Document& document, QWidget* parent = nullptr);

    void present();

signals:
    void refused(const QString& text);
    void told(const QString& text);

private:
    void buildList();
    void balanceBy(const QString& text, Outcome (*edit)(Transaction&, SequenceId));

    Document& m_document;
    ListPage* m_trades = nullptr;
    QComboBox* m_sequence = nullptr;
    QLabel* m_words = nullptr;
    Balance m_balance;
};

} // namespace yarrin
