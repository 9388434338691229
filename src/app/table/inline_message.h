// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFrame>

class QLabel;
class QPushButton;

namespace yarrin {

/// Words that stand where a fault arose: below a cell or a field. Goes away with Escape, a click, or the next edit.
class InlineMessage : public QFrame {
    Q_OBJECT
public:
    explicit InlineMessage(QWidget* parent);

    /// Shows a text below (or, where there is no room, above) a rectangle of the parent.
    void showAt(const QRect& rect, const QString& text);
    [[nodiscard]] QString text() const;

protected:
    void mousePressEvent(QMouseEvent* event) override;

private:
    QLabel* m_label;
};

/// A line over the foot of a stage that says something, and may ask: the question's answer is one button. Nothing moves
/// under the pointer when it comes or goes.
class NoticeBar : public QFrame {
    Q_OBJECT
public:
    explicit NoticeBar(QWidget* parent = nullptr);

    /// Says what was refused or failed.
    void say(const QString& text);
    /// Tells what went well.
    void tell(const QString& text);
    /// Asks; `answer` is what the button says, and `accepted` is emitted where it is pressed.
    void ask(const QString& text, const QString& answer, std::function<void()> accepted);
    void dismiss();
    [[nodiscard]] QString text() const;

protected:
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void place();

    QLabel* m_label;
    QPushButton* m_answer;
    QPushButton* m_close;
    std::function<void()> m_accepted;
};

} // namespace yarrin
