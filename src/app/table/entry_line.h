// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QStringList>
#include <QWidget>

#include <functional>
#include <vector>

class QComboBox;
class QLabel;
class QLineEdit;

namespace yarrin {

/// A line of fields with a button behind it that adds a row to a list. What is refused stays, with the reason below it.
class EntryLine : public QWidget {
    Q_OBJECT
public:
    struct Entry {
        QString name;                              ///< object name
        QString label;                             ///< shown where nothing is typed, and read out
        int width = 90;                            ///< 0: what is left over
        std::function<QStringList()> choices = {}; ///< a choice instead of a text
    };
    /// `add` gets the texts, of choices the number chosen.
    using Add = std::function<Outcome(const QStringList&)>;
    EntryLine(const QString& name, std::vector<Entry> entries, const QString& button, Add add,
              QWidget* parent = nullptr);

    /// Renews what may be chosen.
    void refresh();

private:
    void commit();

    struct Field {
        Entry entry;
        QLineEdit* edit = nullptr;
        QComboBox* box = nullptr;
    };
    std::vector<Field> m_fields;
    QLabel* m_fault;
    Add m_add;
};

} // namespace yarrin
