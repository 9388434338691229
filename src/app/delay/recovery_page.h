// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/delay_study.h"

#include <QWidget>

class QLabel;
class QPushButton;

namespace yarrin {

class FieldEdit;
class ListPage;
class WonList;

/// What a recovery costs against what it saves: the trial against where it began.
class RecoveryPage : public QWidget {
    Q_OBJECT
public:
    explicit RecoveryPage(Document& document, QWidget* parent = nullptr);

    void present(const DelayStudy::Findings* findings);

signals:
    void refused(const QString& text);

private:
    void refresh();
    struct Row {
        QString what, before, after, saved;
        bool worse = false;
    };
    void addMoney(const QString& what, const Fraction& before, const Fraction& after);

    Document& m_document;
    std::vector<Row> m_rows;
    std::optional<Decimal> m_measures; ///< what the measures cost, as typed
    QLabel* m_words;
    QPushButton* m_begin;
    FieldEdit* m_cost;
    ListPage* m_list;
    WonList* m_won;
};

} // namespace yarrin
