// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/link_line.h"

#include "app/base/document.h"
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/view_state.h"
#include "app/programme/drag_preview.h"
#include "core/base/text.h"
#include "core/model/phrases.h"
#include "edit/link_edits.h"

#include <QApplication>
#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QScopedValueRollback>
#include <QVBoxLayout>

namespace yarrin {

LinkLine::LinkLine(Document& document, DragPreview& preview, QWidget* parent, const QString& name)
    : QFrame(parent), m_document(document), m_preview(preview), m_ends(new QLabel(this)), m_type(new QComboBox(this)),
      m_lag(new QLineEdit(this)), m_words(new QLabel(this)) {
    setObjectName(name);
    setAccessibleName(tr("The new link"));
    m_type->setObjectName(name + QStringLiteral("Type"));
    m_type->setAccessibleName(tr("Type of the link"));
    m_type->addItems(show::linkTypes());
    m_lag->setObjectName(name + QStringLiteral("Lag"));
    m_lag->setAccessibleName(tr("Lag of the link"));
    m_lag->setPlaceholderText(tr("lag: 3d, -2d, 7cd"));
    keepWidth(m_lag, 118);
    m_words->setObjectName(name + QStringLiteral("Words"));
    m_words->setWordWrap(true);
    auto* line = new QHBoxLayout;
    line->setSpacing(8);
    line->addWidget(m_ends);
    line->addWidget(m_type);
    line->addWidget(m_lag);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 8, 10, 8);
    layout->setSpacing(5);
    layout->addLayout(line);
    layout->addWidget(m_words);
    connect(m_type, &QComboBox::currentIndexChanged, this, &LinkLine::ask);
    connect(m_lag, &QLineEdit::textChanged, this, &LinkLine::ask);
    connect(&m_preview, &DragPreview::changed, this, &LinkLine::tell);
    for (QWidget* field : {static_cast<QWidget*>(m_type), static_cast<QWidget*>(m_lag)})
        field->installEventFilter(this);
    // Who goes on elsewhere means it as it stands.
    connect(qApp, &QApplication::focusChanged, this, [this](QWidget*, QWidget* now) {
        if (!isVisible() || m_closing || !now || isAncestorOf(now) || now->window()->windowType() == Qt::Popup) return;
        if (keep()) return;
        emit refused(m_words->text());
        drop();
    });
    hide();
}

void LinkLine::open(const Link& link, const QPoint& at) {
    m_link = link;
    m_loop.clear();
    if (!link.id) m_loop = pathBetween(m_document.programme(), m_document.lookup(), link.to, link.from);
    const auto key = [&](ActivityId id) { return show::text(m_document.programme().activities.row(id)->key); };
    m_ends->setText(tr("%1 → %2").arg(key(link.from), key(link.to)));
    m_lag->setText(show::text(lagText(m_document.programme(), link)));
    m_type->setCurrentIndex(int(link.type));
    show();
    ask();
    tell();
    setFixedWidth(std::max(sizeHint().width(), 380));
    fit();
    move(std::clamp(at.x() + 12, 0, std::max(0, parentWidget()->width() - width())),
         std::clamp(at.y() + 14, 0, std::max(0, parentWidget()->height() - height())));
    raise();
    m_lag->setFocus();
}

Result<Link> LinkLine::link() const {
    Link link = m_link;
    link.type = static_cast<LinkType>(m_type->currentIndex());
    return withLag(m_document.programme(), link, m_lag->text().toStdString());
}

Document::Operation LinkLine::operation(const Link& link) {
    return [link](Transaction& tx) -> Outcome {
        if (link.id) return setLink(tx, link);
        const auto added = addLink(tx, link);
        return added.ok() ? done() : Outcome(added.errors());
    };
}

void LinkLine::say(const QString& words, Ink ink) {
    setInk(m_words, ink);
    m_words->setText(words);
    fit();
}

/// As tall as its words, up from the foot of the chart where they would not have room.
void LinkLine::fit() {
    const int height = layout()->totalHeightForWidth(width());
    resize(width(), height);
    if (y() + height > parentWidget()->height()) move(x(), std::max(0, parentWidget()->height() - height));
}

void LinkLine::ask() {
    if (!isVisible()) return;
    const auto wanted = link();
    if (!wanted.ok()) {
        m_preview.drop();
        return say(show::error(wanted.error()), Ink::critical);
    }
    m_preview.ask(tr("%1 %2 %3").arg(m_ends->text(), m_type->currentText(), m_lag->text()).trimmed(),
                  operation(*wanted));
}

/// What comes of it: the successor's date. What it does to the sections stands at the foot of the window.
void LinkLine::tell() {
    if (!isVisible()) return;
    if (!m_preview.fault().isEmpty()) return say(m_preview.fault(), Ink::critical);
    const std::size_t index = m_document.programme().activities.indexOf(m_link.to);
    const Schedule* would = m_preview.schedule();
    const Schedule& is = m_document.schedule();
    if (!would || index >= would->activities.size() || index >= is.activities.size())
        return say(tr("Enter keeps it, Escape does not."), Ink::muted);
    const ActivityFigures &before = is.activities[index], &after = would->activities[index];
    const int days = dateOf(after.earlyStart) - dateOf(before.earlyStart);
    say(tr("%1 would start on %2, %3. Enter keeps it, Escape does not.")
            .arg(show::text(m_document.programme().activities[index].key), show::startDate(after.earlyStart),
                 days == 0 ? tr("as it does") : show::shiftOf(days)),
        Ink::muted);
}

bool LinkLine::keep() {
    if (!isVisible() || m_closing) return true;
    const QScopedValueRollback closing(m_closing, true);
    const auto wanted = link();
    Outcome outcome = wanted.ok() ? done() : Outcome(wanted.errors());
    m_preview.drop();
    const Link* kept = m_document.programme().links.row(m_link.id);
    if (wanted.ok() && !(kept && *kept == *wanted)) {
        const QString ends = m_ends->text().replace(QStringLiteral("→"), tr("to"));
        const QString phrase = show::text(linkPhrase(m_document.programme(), *wanted));
        outcome = m_document.perform(kept ? tr("Link from %1: %2").arg(ends, phrase) : tr("Link from %1").arg(ends),
                                     operation(*wanted));
    }
    if (!outcome.ok()) {
        say(show::error(outcome.error()), Ink::critical);
        return false;
    }
    m_loop.clear();
    emit closed(); // hidden with the keyboard it would hand that to whoever comes next
    hide();
    return true;
}

void LinkLine::drop() {
    if (!isVisible() || m_closing) return;
    const QScopedValueRollback closing(m_closing, true);
    m_preview.drop();
    m_loop.clear();
    emit closed(); // hidden with the keyboard it would hand that to whoever comes next
    hide();
}

void LinkLine::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return drop();
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        keep();
        return;
    }
    QFrame::keyPressEvent(event);
}

bool LinkLine::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Escape || key == Qt::Key_Return || key == Qt::Key_Enter) {
            keyPressEvent(static_cast<QKeyEvent*>(event));
            return true;
        }
    }
    return QFrame::eventFilter(watched, event);
}

QString linkWords(const Programme& programme, LinkId id) {
    const Link* link = programme.links.row(id);
    return link ? LinkLine::tr("%1 to %2")
                      .arg(show::text(programme.activities.row(link->from)->key),
                           show::text(programme.activities.row(link->to)->key))
                : QString();
}

Outcome deleteChosenLink(Document& document, ViewState& state) {
    const LinkId id = state.link();
    const QString words = linkWords(document.programme(), id);
    if (words.isEmpty()) return done();
    state.selectLink({});
    return document.perform(LinkLine::tr("Link from %1 taken away").arg(words),
                            [id](Transaction& tx) { return removeLink(tx, id); });
}

Outcome reverseChosenLink(Document& document, ViewState& state) {
    const LinkId id = state.link();
    const QString words = linkWords(document.programme(), id);
    if (words.isEmpty()) return done();
    state.selectLink({});
    return document.perform(LinkLine::tr("Link from %1 reversed").arg(words),
                            [id](Transaction& tx) { return reverseLink(tx, id); });
}

QString chosenLinkText(const Programme& programme, LinkId id) {
    const Link& link = *programme.links.row(id);
    return LinkLine::tr("Link selected: %1 waits for %2. Delete takes it away, a double click asks for type and lag.")
        .arg(show::text(programme.activities.row(link.to)->key), show::text(linkPhrase(programme, link)));
}

} // namespace yarrin
