// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/build_up.h"

#include <QObject>
#include <QString>

#include <functional>

namespace yarrin {

/// The planner's own output book, shared between jobs. It lives in a file of its own and is written with every change;
/// until there is one, it is the book that ships with the application.
class OutputBook : public QObject {
    Q_OBJECT
public:
    /// The file need not be there yet.
    explicit OutputBook(QString path, QObject* parent = nullptr);

    [[nodiscard]] const std::vector<BookItem>& items() const { return m_items; }
    /// Why the file could not be read; the shipped book stands in then, and the file is left alone.
    [[nodiscard]] const QString& fault() const { return m_fault; }

    /// Changes the items and writes the file; where either fails everything stays as it was.
    [[nodiscard]] Outcome change(const std::function<Outcome(std::vector<BookItem>&)>& apply);
    /// Takes another one's items over: those with new numbers are added, those with the same number replaced.
    [[nodiscard]] Outcome importFrom(const QString& path);
    [[nodiscard]] Outcome exportTo(const QString& path) const;

signals:
    void changed();

private:
    QString m_path;
    QString m_fault;
    std::vector<BookItem> m_items;
};

} // namespace yarrin
