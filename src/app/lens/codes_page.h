// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QWidget>

class QComboBox;
class QLineEdit;

namespace yarrin {

class EntryLine;
class ListPage;

/// The codes of the job and the values of the chosen one, in their order.
class CodesPage : public QWidget {
    Q_OBJECT
public:
    explicit CodesPage(Document& document, QWidget* parent = nullptr);

    void focusFirst();

signals:
    void refused(const QString& reason);

private:
    void refresh();
    void perform(const QString& text, const Document::Operation& operation);
    void move(int step);
    [[nodiscard]] CodeId current() const { return m_current; }
    [[nodiscard]] const Code* code() const;

    Document& m_document;
    CodeId m_current;
    QComboBox* m_codes;
    QLineEdit* m_name;
    ListPage* m_values;
    QWidget* m_remove = nullptr;
    QWidget* m_valueLine = nullptr;
    QWidget* m_rest = nullptr; ///< takes the room where there is no code
};

} // namespace yarrin
