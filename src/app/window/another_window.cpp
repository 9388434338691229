// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/another_window.h"

#include "app/base/preferences.h"
#include "app/programme/bar_chart_view.h"
#include "app/table/activity_table.h"

#include <QGuiApplication>
#include <QScreen>
#include <QShortcut>

namespace yarrin {

AnotherWindow::AnotherWindow(Document& document, ViewState& state, const QList<QAction*>& keys)
    : m_document(document), m_stage(new ProgrammeStage(document, state, this)) {
    setObjectName(QStringLiteral("anotherWindow"));
    setAttribute(Qt::WA_DeleteOnClose);
    setCentralWidget(m_stage);
    setMinimumSize(640, 400);
    addActions(keys);
    const auto page = [this](ProgrammeStage::Page one) {
        return [this, one] {
            m_stage->show(one);
            m_stage->focusMain();
        };
    };
    addKey(QKeySequence(Qt::Key_F7), page(ProgrammeStage::Page::logic));
    addKey(QKeySequence(Qt::Key_F8), page(ProgrammeStage::Page::soundness));
    addKey(QKeySequence(Qt::Key_F12), page(ProgrammeStage::Page::places));
    addKey(QKeySequence(Qt::Key_F9), [this] { m_stage->toggleQuestion(); });
    addKey(QKeySequence(Qt::CTRL | Qt::Key_0), [this] { m_stage->fit(); });
    addKey(QKeySequence(Qt::CTRL | Qt::Key_Plus), [this] { m_stage->zoomBy(1.4); });
    addKey(QKeySequence(Qt::CTRL | Qt::Key_Minus), [this] { m_stage->zoomBy(1 / 1.4); });
    addKey(QKeySequence(Qt::Key_F11), [this] { setWindowState(windowState() ^ Qt::WindowFullScreen); });
    addKey(QKeySequence(Qt::CTRL | Qt::Key_W), [this] { close(); });
    connect(m_stage, &ProgrammeStage::reveal, this, [this](ActivityId id) {
        m_stage->table().reveal(id);
        m_stage->table().setFocus();
    });
    connect(&m_document, &Document::changed, this, &AnotherWindow::refreshTitle);
    connect(&m_document, &Document::fileChanged, this, &AnotherWindow::refreshTitle);
    refreshTitle();
}

void AnotherWindow::addKey(const QKeySequence& key, std::function<void()> run) {
    auto* shortcut = new QShortcut(key, this);
    connect(shortcut, &QShortcut::activated, this, std::move(run));
}

void AnotherWindow::refreshTitle() {
    setWindowTitle(tr("%1[*] – Yarrin, another window").arg(m_document.displayName()));
    setWindowModified(m_document.isModified());
}

} // namespace yarrin
