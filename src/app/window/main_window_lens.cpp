// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The lens of the window: its button and menu.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/card/card.h"
#include "app/lens/lens_pane.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/programme_stage.h"
#include "app/window/main_window.h"
#include "app/window/stages.h"

#include <QLineEdit>
#include <QMenu>
#include <QStackedWidget>
#include <QTimer>
#include <QToolButton>
#include <QWidgetAction>

namespace yarrin {

namespace {

std::vector<LensKey> shippedOrder(const std::string& name) {
    for (const Lens& shipped : shippedLenses())
        if (shipped.name == name) return shipped.order;
    return {};
}

} // namespace

/// The job's own lenses and those that ship, and a line for words that is always there.
QMenu* MainWindow::buildLensMenu() {
    auto* menu = new QMenu(m_lens);
    menu->setObjectName(QStringLiteral("lensMenu"));
    auto* words = new QLineEdit(menu);
    words->setObjectName(QStringLiteral("lensWords"));
    words->setAccessibleName(tr("Show only activities with these words"));
    words->setPlaceholderText(tr("Only rows with…"));
    words->setClearButtonEnabled(true);
    auto* typed = new QWidgetAction(menu);
    typed->setDefaultWidget(words);
    menu->addAction(typed); // else nobody owns the line before the menu opens
    connect(menu, &QMenu::aboutToShow, this, [this, menu, typed, words] {
        for (QAction* action : menu->actions())
            if (action != typed) menu->removeAction(action);
        const auto add = [&](const Lens& lens) {
            QAction* one = menu->addAction(show::text(lens.name), this, [this, lens] { setLens(lens); });
            one->setCheckable(true);
            one->setChecked(m_state.lens().name == lens.name);
        };
        for (const KeptLens& kept : m_document.programme().lenses) add(lensFrom(kept));
        if (!m_document.programme().lenses.empty()) menu->addSeparator();
        for (const Lens& lens : shippedLenses())
            if (!keptLens(lens.name)) add(lens);
        menu->addSeparator();
        menu->addAction(findChild<QAction*>(QStringLiteral("lensPane")));
        menu->addAction(typed);
        QTimer::singleShot(0, words, [words] { words->setFocus(); });
    });
    connect(words, &QLineEdit::textChanged, this, [this](const QString& text) {
        Lens lens = m_state.lens();
        lens.words = text.toStdString();
        m_state.setLens(lens);
    });
    connect(words, &QLineEdit::returnPressed, menu, &QMenu::close);
    return menu;
}

/// A lens of the job by its name, or none.
const KeptLens* MainWindow::keptLens(const std::string& name) const {
    for (const KeptLens& kept : m_document.programme().lenses)
        if (kept.key == name) return &kept;
    return nullptr;
}

void MainWindow::setLens(Lens lens) {
    if (lens.words.empty()) lens.words = m_state.lens().words; // what is typed stays until it is taken away
    m_state.setLens(lens);
    if (lens.time && infoOf(Place(m_stack->currentIndex())).aboutActivities)
        programmeStage().chart().showSpan(startOf(lens.time->first), startOf(lens.time->second + 1), 0);
    const auto faults = faultsIn(lens, m_document.programme());
    if (!faults.empty())
        say(tr("“%1” is not wholly understood here. %2").arg(show::text(lens.name), show::error(faults.front())));
}

void MainWindow::buildLensActions(QMenu& menu) {
    menu.addAction(action(QStringLiteral("lensPane"), tr("L&ens: columns, groups, filter…"),
                          QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_E),
                          [this] { showLensPane(m_lensPane->isHidden()); }));
    menu.addAction(action(QStringLiteral("codesPane"), tr("&Codes and their values…"), {}, [this] {
        showLensPane(true);
        m_lensPane->showCodes();
    }));
}

void MainWindow::connectLensPane() {
    connect(m_lensPane, &LensPane::closed, this, [this] { showLensPane(false); });
    connect(m_lensPane, &LensPane::refused, this, &MainWindow::say);
    connect(m_lensPane, &LensPane::told, this, &MainWindow::tell);
    connect(m_lensPane, &LensPane::timeWanted, this, [this](bool wanted) {
        Lens lens = m_state.lens();
        lens.time.reset();
        const TimeScale scale{m_state.left(), m_state.pixelsPerDay()};
        if (wanted) lens.time = {dateOf(scale.at(0)), dateOf(scale.at(programmeStage().chart().viewport()->width()))};
        m_state.setLens(lens);
    });
}

/// The pane stands where the card does.
void MainWindow::showLensPane(bool shown) {
    const bool about = infoOf(Place(m_stack->currentIndex())).aboutActivities;
    m_lensPane->setVisible(shown && about);
    m_card->setVisible(about && m_cardWanted && !m_lensPane->isVisibleTo(this));
    if (!shown || !about) return stage().focusMain();
    m_lensPane->setBuildUp(Place(m_stack->currentIndex()) == Place::buildUp);
    m_lensPane->focusFilter();
}

void MainWindow::chooseLens(const std::string& name) {
    if (const KeptLens* kept = keptLens(name)) return setLens(lensFrom(*kept));
    for (const Lens& lens : shippedLenses())
        if (lens.name == name) return setLens(lens);
    say(tr("There is no lens “%1”.").arg(show::text(name)));
}

void MainWindow::nameLens() {
    const Lens& lens = m_state.lens();
    QString name = show::text(lens.name);
    const KeptLens* kept = keptLens(lens.name);
    Lens as = kept ? lensFrom(*kept) : lens;
    for (const Lens& shipped : shippedLenses())
        if (!kept && shipped.name == lens.name) as = shipped;
    as.words = lens.words;
    as.order = lens.order;
    if (as != lens) name += tr(" · changed");
    if (!lens.words.empty()) name += tr(" · “%1”").arg(show::text(lens.words));
    if (kept ? lens.order != lensFrom(*kept).order : lens.order != shippedOrder(lens.name)) name += tr(" · sorted");
    const FieldContext context(m_document.programme(), m_document.schedule(), &m_document.lookup(),
                               m_state.outline() ? &m_state.outline()->spans : nullptr);
    if (const std::size_t hidden = hiddenBy(context, lens)) name += tr(" · %1 hidden").arg(qint64(hidden));
    m_lens->setText(tr("Lens: %1 ▾").arg(name));
    m_lens->setAccessibleName(m_lens->text());
    if (auto* words = findChild<QLineEdit*>(QStringLiteral("lensWords"));
        words && words->text() != show::text(lens.words))
        words->setText(show::text(lens.words));
}

} // namespace yarrin
