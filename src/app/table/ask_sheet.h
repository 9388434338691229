// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QFrame>
#include <QStringList>

#include <functional>
#include <vector>

class QLabel;
class QPushButton;

namespace yarrin {

/// A few questions in a small sheet over the page: fields, what would come of them in words, and a button. Enter does
/// it, Escape leaves nothing behind, what is refused is said in the sheet.
class AskSheet : public QFrame {
    Q_OBJECT
public:
    enum class Kind {
        text,   ///< typed, completed from `choices`
        choice, ///< one of `choices`
        several ///< any of `choices`; its value is those chosen, a line each
    };
    struct Field {
        QString name; ///< object name
        QString label;
        Kind kind = Kind::text;
        QString value;
        QString hint;
        QStringList choices = {};
        /// Other choices by what the fields before it say; none: `choices` always.
        std::function<QStringList(const QStringList&)> choicesBy = {};
    };
    struct Ask {
        QString title;
        std::vector<Field> fields;
        QString accept;
        std::function<QString(const QStringList&)> foretold; ///< what would come of it; none: nothing is said
        std::function<Outcome(const QStringList&)> take;
    };
    AskSheet(Ask ask, QWidget* parent);

    void openAt(const QPoint& at);
    [[nodiscard]] QStringList values() const;

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* made(const Field& field);
    void changed(std::size_t field);
    void accept();

    Ask m_ask;
    std::vector<QWidget*> m_widgets;
    QLabel* m_words;
    QPushButton* m_accept;
};

/// Where a small sheet of a size has room on its screen, at or before a point.
[[nodiscard]] QPoint placeFor(const QSize& size, const QPoint& at);

} // namespace yarrin
