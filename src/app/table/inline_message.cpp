// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/inline_message.h"

#include "app/base/look.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>

namespace yarrin {

InlineMessage::InlineMessage(QWidget* parent) : QFrame(parent), m_label(new QLabel(this)) {
    setObjectName(QStringLiteral("inlineMessage"));
    setAccessibleName(tr("What is wrong"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(9, 6, 9, 6);
    layout->addWidget(m_label);
    m_label->setWordWrap(true);
    m_label->setTextFormat(Qt::PlainText);
    hide();
}

void InlineMessage::showAt(const QRect& rect, const QString& text) {
    m_label->setText(text);
    setAccessibleDescription(text);
    const int width = std::min(360, parentWidget()->width() - 16);
    m_label->setFixedWidth(std::min(width - 20, m_label->fontMetrics().horizontalAdvance(text) + 6));
    m_label->setFixedHeight(m_label->heightForWidth(m_label->width()));
    adjustSize();
    QPoint at(std::clamp(rect.left(), 4, std::max(4, parentWidget()->width() - this->width() - 4)), rect.bottom() + 4);
    if (at.y() + height() > parentWidget()->height()) at.setY(rect.top() - height() - 4);
    move(at);
    show();
    raise();
}

QString InlineMessage::text() const {
    return isVisible() ? m_label->text() : QString();
}

void InlineMessage::mousePressEvent(QMouseEvent*) {
    hide();
}

NoticeBar::NoticeBar(QWidget* parent)
    : QFrame(parent), m_label(new QLabel(this)), m_answer(new QPushButton(this)),
      m_close(new QPushButton(tr("Dismiss"), this)) {
    setObjectName(QStringLiteral("noticeBar"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(14, 6, 10, 6);
    layout->addWidget(m_label, 1);
    layout->addWidget(m_answer);
    layout->addWidget(m_close);
    m_label->setWordWrap(true);
    m_label->setTextFormat(Qt::PlainText);
    m_answer->setObjectName(QStringLiteral("noticeAnswer"));
    m_close->setObjectName(QStringLiteral("noticeDismiss"));
    m_close->setProperty("quiet", true);
    connect(m_close, &QPushButton::clicked, this, &NoticeBar::dismiss);
    connect(m_answer, &QPushButton::clicked, this, [this] {
        const auto accepted = std::exchange(m_accepted, {});
        dismiss();
        if (accepted) accepted();
    });
    if (parent) parent->installEventFilter(this);
    hide();
}

void NoticeBar::place() {
    if (!parentWidget()) return;
    const int width = parentWidget()->width();
    const int height = std::max(layout()->sizeHint().height(), layout()->totalHeightForWidth(width));
    setGeometry(0, parentWidget()->height() - height, width, height);
}

bool NoticeBar::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Resize && isVisibleTo(parentWidget())) place();
    return QFrame::eventFilter(watched, event);
}

void NoticeBar::say(const QString& text) {
    ask(text, {}, {});
}

void NoticeBar::tell(const QString& text) {
    ask(text, {}, {});
    setMark(this, "good", true);
}

void NoticeBar::ask(const QString& text, const QString& answer, std::function<void()> accepted) {
    setMark(this, "good", false);
    m_accepted = std::move(accepted);
    m_label->setText(text);
    m_answer->setText(answer);
    m_answer->setVisible(!answer.isEmpty());
    m_close->setText(answer.isEmpty() ? tr("Dismiss") : tr("Keep"));
    place();
    show();
    raise();
    if (!answer.isEmpty()) m_answer->setFocus();
}

void NoticeBar::dismiss() {
    m_accepted = {};
    hide();
}

QString NoticeBar::text() const {
    return isHidden() ? QString() : m_label->text();
}

void NoticeBar::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        dismiss();
    else
        QFrame::keyPressEvent(event);
}

} // namespace yarrin
