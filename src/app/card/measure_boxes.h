// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QPushButton;

namespace yarrin {

/// Quantity, output, crews and days of one activity in four boxes. Any one is solved from the others;
/// what is solved is marked, and the sum stands below.
class MeasureBoxes : public QWidget {
    Q_OBJECT
public:
    explicit MeasureBoxes(Document& document, QWidget* parent = nullptr);

    void present(ActivityId id);

private:
    enum class Box { quantity, output, crews, days };
    struct Field {
        QWidget* frame;
        QLabel* title;
        QLabel* solved;
        QLineEdit* edit;
    };
    Field& field(Box box) { return m_fields[static_cast<std::size_t>(box)]; }
    void build(Box box, const QString& title, const QString& name);
    void commit(Box box);
    void fill();
    void solve(Box box);

    Document& m_document;
    ActivityId m_activity;
    Box m_solves = Box::days;
    std::array<Field, 4> m_fields{};
    std::array<QPushButton*, 4> m_choices{};
    QLabel* m_sum;
    QLabel* m_fault;
};

} // namespace yarrin
