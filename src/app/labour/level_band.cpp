// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/level_band.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/labour/demand_figure.h"
#include "edit/labour_edits.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>

namespace yarrin {

namespace {

QString leftText(const LevelResult& result) {
    return result.left.empty() ? LevelBand::tr("none over") : LevelBand::tr("%1 still over").arg(result.left.size());
}

} // namespace

LevelBand::LevelBand(Document& document, ViewState& state, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_words(new QLabel(this)),
      m_working(this, [this] { refresh(); }) {
    setObjectName(QStringLiteral("levelBand"));
    setAttribute(Qt::WA_StyledBackground);
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(6, 4, 10, 4);
    line->setSpacing(4);
    const auto button = [&](const QString& text, const char* name) { return quietButton(text, name, this); };
    m_inside = button(tr("Level inside float"), "levelInside");
    m_inside->setToolTip(tr("No section and no finish moves"));
    m_within = button(tr("Within what is on site"), "levelWithin");
    m_within->setToolTip(tr("Nothing is needed beyond supply, at the least damages and time-related cost"));
    for (auto* one : {m_inside, m_within}) {
        const LevelWay way = one == m_inside ? LevelWay::insideFloat : LevelWay::withinSupply;
        auto* menu = new QMenu(one);
        menu->addAction(tr("This &resource"), this, [this, way] { propose(way, false); })
            ->setObjectName(QLatin1String(way == LevelWay::insideFloat ? "levelInsideOne" : "levelWithinOne"));
        menu->addAction(tr("&All that have a supply"), this, [this, way] { propose(way, true); })
            ->setObjectName(QLatin1String(way == LevelWay::insideFloat ? "levelInsideAll" : "levelWithinAll"));
        one->setMenu(menu);
        line->addWidget(one);
    }
    m_options = button(tr("Options"), "levelOptions");
    buildOptions();
    line->addWidget(m_options);
    m_words->setObjectName(QStringLiteral("levelWords"));
    m_words->setWordWrap(false);
    m_words->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    line->addWidget(m_words, 1);
    m_stop = button(tr("Stop"), "levelStop");
    m_keep = button(tr("Keep it"), "levelKeep");
    m_keep->setToolTip(tr("Makes it so, as one step"));
    m_try = button(tr("Try it"), "levelTry");
    m_try->setToolTip(tr("Makes it so as a trial, which can be dropped whole"));
    m_drop = button(tr("Drop"), "levelDrop");
    m_off = button(tr("Take levelling off"), "levelOff");
    m_off->setToolTip(tr("Nothing is held by levelling any more"));
    for (auto* one : {m_stop, m_try, m_keep, m_drop, m_off}) line->addWidget(one);
    connect(m_stop, &QPushButton::clicked, this, &LevelBand::stop);
    connect(m_try, &QPushButton::clicked, this, [this] { keep(true); });
    connect(m_keep, &QPushButton::clicked, this, [this] { keep(false); });
    connect(m_drop, &QPushButton::clicked, this, &LevelBand::drop);
    connect(m_off, &QPushButton::clicked, this, &LevelBand::takeOff);
    connect(&m_document, &Document::changed, this, [this] {
        m_working.stop();
        drop();
    });
    refresh();
}

void LevelBand::setResource(const std::string& name, bool limited) {
    if (name == m_resource && limited == m_limited) return;
    m_resource = name;
    m_limited = limited;
    if (m_proposal) drop();
    refresh();
}

/// What stays as it was chosen while the window is open.
void LevelBand::buildOptions() {
    auto* menu = new QMenu(m_options);
    const auto add = [&](const QString& text, const char* name, const QString& tip, bool on = false) {
        QAction* action = menu->addAction(text);
        action->setObjectName(QLatin1String(name));
        action->setCheckable(true);
        action->setChecked(on);
        action->setToolTip(tip);
        // What was proposed under other options says nothing any more.
        connect(action, &QAction::toggled, this, &LevelBand::drop);
        return action;
    };
    menu->setToolTipsVisible(true);
    m_wholeDays = add(tr("To where a &day of work begins"), "levelWholeDays", tr("Otherwise by the hour"), true);
    m_fromDay = add(tr("Only what starts from the &chosen days on"), "levelFromDay",
                    tr("What starts before the days chosen in the histogram stays"));
    menu->addSeparator();
    m_leave = add(tr("&Leave what is selected where it is"), "levelLeave", {});
    m_first = add(tr("What is selected comes &first"), "levelFirst",
                  tr("Within what is on site: it has people and plant before others, and so has what leads to it"));
    m_split = add(tr("Work may be &split"), "levelSplit",
                  tr("Within what is on site: work may rest for whole days between days of work"));
    m_options->setMenu(menu);
}

LevelOptions LevelBand::options(LevelWay way, bool all) const {
    LevelOptions options;
    options.way = way;
    if (!all) options.resources = {m_resource};
    options.wholeDays = m_wholeDays->isChecked();
    if (m_fromDay->isChecked()) options.from = m_day;
    if (m_leave->isChecked()) options.leave = m_state.selection();
    if (way == LevelWay::insideFloat) return options;
    options.split = m_split->isChecked();
    if (m_first->isChecked()) options.first = m_state.selection();
    return options;
}

void LevelBand::propose(LevelWay way, bool all) {
    drop();
    m_way = way;
    const LevelOptions options = this->options(way, all);
    m_words->setText(tr("Looking for a better order…"));
    m_working.start(
        m_document.patience(),
        [programme = m_document.sharedProgramme(), options](WorkWatch&) {
            Found found{level(*programme, options), nullptr};
            if (!found.result.ok()) return found;
            const auto with = std::make_shared<const Programme>(levelled(*programme, *found.result));
            found.after = std::make_shared<LabourFindings>(with, std::make_shared<const Schedule>(schedule(*with)));
            return found;
        },
        [this](Found found) { take(std::move(found)); });
    refresh();
}

void LevelBand::take(Found found) {
    if (!found.result.ok()) {
        m_words->setText(tr("It cannot be done."));
        refresh();
        return emit refused(show::error(found.result.error()));
    }
    m_proposal = std::move(*found.result);
    m_words->setText(summary(*m_proposal));
    m_words->setToolTip(m_words->text());
    refresh();
    emit proposed(found.after);
}

QString LevelBand::summary(const LevelResult& result) const {
    if (result.moves.empty())
        return result.left.empty() ? tr("Nothing would get better.")
                                   : tr("Nothing would get better: %1.").arg(leftText(result));
    QStringList parts{tr("%1 held").arg(show::countOf(qint64(result.moves.size()), "activity", "activities"))};
    const auto apart = std::count_if(result.moves.begin(), result.moves.end(),
                                     [](const LevelMove& move) { return !move.pauses.empty(); });
    if (apart > 0) parts << tr("%1 of them split").arg(apart);
    if (result.peaks.size() == 1) {
        const LevelPeak& peak = result.peaks.front();
        parts << tr("peak %1 → %2").arg(demandFigure(peak.before), demandFigure(peak.after));
        parts << tr("over on %1 → %2")
                     .arg(show::countOf(peak.daysOverBefore, "day", "days"))
                     .arg(peak.daysOverAfter == 0 ? tr("none") : QString::number(peak.daysOverAfter));
    } else {
        parts << tr("hours over %1 → %2").arg(demandFigure(result.excessBefore), demandFigure(result.excessAfter));
    }
    int later = 0;
    for (std::size_t i = 0; i < result.sectionsAfter.size(); ++i)
        if (result.sectionsBefore[i].forecast && result.sectionsAfter[i].forecast)
            later = std::max(later, *result.sectionsAfter[i].forecast - *result.sectionsBefore[i].forecast);
    parts << (later > 0 ? tr("a section %1 later").arg(show::countOf(later, "day", "days")) : tr("no section moves"));
    if (result.damagesAfter.unrelieved != result.damagesBefore.unrelieved)
        parts << tr("damages %1 → %2")
                     .arg(show::money(result.damagesBefore.unrelieved, m_document.programme().job.currency),
                          show::money(result.damagesAfter.unrelieved, m_document.programme().job.currency));
    if (!result.left.empty()) parts << leftText(result);
    return parts.join(QStringLiteral(" · "));
}

void LevelBand::stop() {
    m_working.stop();
    m_words->setText(tr("Stopped; nothing was changed."));
    refresh();
}

void LevelBand::drop() {
    const bool had = m_proposal.has_value();
    m_proposal.reset();
    m_words->clear();
    refresh();
    if (had) emit proposed(nullptr);
}

void LevelBand::keep(bool asTrial) {
    if (!m_proposal) return;
    const LevelResult result = *m_proposal;
    if (asTrial && !m_document.trial())
        if (const Outcome begun = m_document.beginTrial(); !begun.ok()) return emit refused(show::error(begun.error()));
    const QString words = tr("Level %1").arg(show::countOf(qint64(result.moves.size()), "activity", "activities"));
    const Outcome outcome = m_document.perform(words, [&](Transaction& tx) { return setLevelling(tx, result); });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    emit told(asTrial ? tr("On trial: the button Trial keeps or drops it.") : tr("Kept; undo takes it back."));
}

void LevelBand::takeOff() {
    const Outcome outcome =
        m_document.perform(tr("Take levelling off"), [](Transaction& tx) { return clearAllLevelling(tx); });
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

void LevelBand::refresh() {
    const bool working = m_working.isRunning(), can = m_proposal && !m_proposal->moves.empty();
    const auto& activities = m_document.programme().activities;
    const bool held = std::any_of(activities.begin(), activities.end(), heldByLevelling);
    m_stop->setVisible(working);
    for (auto* one : {m_try, m_keep}) one->setVisible(can && !working);
    m_drop->setVisible(m_proposal && !working);
    m_off->setVisible(held && !m_proposal && !working);
    const bool dated = m_document.schedule().ok();
    m_inside->setEnabled(dated && !working);
    m_within->setEnabled(dated && !working);
    m_options->setEnabled(!working);
    for (QAction* action : m_inside->menu()->actions())
        if (action->objectName().endsWith(QLatin1String("One"))) action->setEnabled(!m_resource.empty());
    for (QAction* action : m_within->menu()->actions())
        if (action->objectName().endsWith(QLatin1String("One"))) action->setEnabled(!m_resource.empty() && m_limited);
}

} // namespace yarrin
