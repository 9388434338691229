// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QWidget>

#include <functional>

class QLabel;
class QLineEdit;

namespace yarrin {

/// A labelled line that commits on Enter or on leaving it; what is refused stays, with the reason below it.
class FieldEdit : public QWidget {
    Q_OBJECT
public:
    FieldEdit(const QString& name, const QString& label, const QString& hint, std::function<QString()> value,
              std::function<Outcome(const std::string&)> commit, QWidget* parent = nullptr);

    /// Shows the value again, unless something is being typed.
    void refresh();

private:
    void commit();

    QLineEdit* m_edit;
    QLabel* m_fault;
    std::function<QString()> m_value;
    std::function<Outcome(const std::string&)> m_commit;
};

} // namespace yarrin
