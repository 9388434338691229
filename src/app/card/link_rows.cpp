// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/card/link_rows.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/base/natural_order.h"
#include "core/base/worded.h"
#include "edit/link_edits.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include <algorithm>

namespace yarrin {

namespace {

/// So many rows stand on the card; the rest are in the table's column.
constexpr std::size_t mostShown = 40;

/// The days in which a hammock's anchors are moved.
DayUnit unitOf(const Programme& programme, const Activity& hammock) {
    return dayUnitOf(programme, calendarOf(programme, hammock));
}

} // namespace

QStringList linkTypeWords() {
    return {LinkRows::tr("finish"), LinkRows::tr("with start"), LinkRows::tr("with finish"),
            LinkRows::tr("on its start")};
}

LinkRows::LinkRows(Document& document, ViewState& state, ActivityId activity, List list, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_activity(activity), m_list(list),
      m_rows(new QVBoxLayout(this)) {
    static const char* names[] = {"waitsForRows", "leadsToRows", "fromRows", "toRows"};
    setObjectName(QLatin1String(names[int(list)]));
    m_rows->setContentsMargins(0, 0, 0, 0);
    m_rows->setSpacing(3);
    if (list == List::waitsFor || list == List::leadsTo)
        addLinks(list == List::waitsFor);
    else
        addAnchors(list == List::from ? End::start : End::finish);
    auto* more = quietButton(m_rows->count() == 0 ? tr("+ Pick…") : tr("+ More…"), "", this);
    more->setObjectName(objectName() + QStringLiteral("More"));
    more->setProperty("tight", true);
    m_rows->addWidget(more, 0, Qt::AlignLeft);
    connect(more, &QPushButton::clicked, this, [this, more] {
        auto* picker = new Picker(m_document, ask(m_document, m_activity, m_list), window());
        picker->openAt(more->mapToGlobal(QPoint(0, more->height())));
    });
}

QString LinkRows::title(List list) {
    switch (list) {
    case List::waitsFor:
        return tr("Waits for");
    case List::leadsTo:
        return tr("Leads to");
    case List::from:
        return tr("Begins at");
    case List::to:
        break;
    }
    return tr("Ends at");
}

void LinkRows::perform(const QString& words, const Document::Operation& operation) {
    const Outcome outcome = m_document.perform(words, operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

void LinkRows::addRow(const Row& row, const std::function<Document::Operation(int, const std::string&)>& change,
                      const Document::Operation& remove) {
    const QString key = show::text(m_document.programme().activities.row(row.other)->key);
    const QString own = show::text(m_document.programme().activities.row(m_activity)->key);
    auto* line = new QHBoxLayout;
    line->setSpacing(4);
    auto* go = new QPushButton(key, this);
    go->setObjectName(row.name + QStringLiteral("Go"));
    go->setProperty("quiet", true);
    go->setProperty("inText", true);
    go->setToolTip(row.tip);
    go->setCursor(Qt::PointingHandCursor);
    if (row.drives) go->setFont(boldened(bodyFont()));
    go->setText(go->fontMetrics().elidedText(key, Qt::ElideMiddle, 52));
    go->setFixedWidth(std::max(54, go->sizeHint().width()));
    auto* kind = new QComboBox(this);
    kind->setObjectName(row.name + QStringLiteral("Kind"));
    kind->setAccessibleName(tr("%1: how").arg(key));
    kind->addItems(m_list == List::from || m_list == List::to ? QStringList{tr("start"), tr("finish")}
                                                              : linkTypeWords());
    kind->setCurrentIndex(row.kind);
    kind->setProperty("tight", true);
    auto* lag = new QLineEdit(row.lag, this);
    lag->setObjectName(row.name + QStringLiteral("Lag"));
    lag->setAccessibleName(tr("%1: lag").arg(key));
    lag->setPlaceholderText(tr("lag"));
    keepWidth(lag, 54);
    lag->setCursorPosition(0);
    lag->setToolTip(row.lag);
    auto* off = quietButton(QStringLiteral("×"), "", this);
    off->setObjectName(row.name + QStringLiteral("Off"));
    off->setAccessibleName(tr("Take %1 away").arg(key));
    off->setToolTip(off->accessibleName());
    off->setFixedWidth(18);
    off->setProperty("tight", true);
    line->addWidget(go);
    line->addWidget(kind, 1);
    line->addWidget(lag);
    line->addWidget(off);
    m_rows->addLayout(line);
    connect(go, &QPushButton::clicked, this, [this, other = row.other] { emit reveal(other); });
    const QString what = title(m_list).toLower();
    const auto take = [this, change, kind, lag, own, key, what] {
        perform(tr("%1 %2 %3: %4 %5").arg(own, what, key, kind->currentText(), lag->text()).trimmed(),
                change(kind->currentIndex(), lag->text().toStdString()));
    };
    connect(kind, &QComboBox::activated, this, [take, was = row.kind](int now) {
        if (now != was) take();
    });
    connect(lag, &QLineEdit::editingFinished, this, [take, lag] {
        if (!lag->isModified()) return;
        lag->setModified(false);
        take();
    });
    connect(off, &QPushButton::clicked, this,
            [this, remove, own, key, what] { perform(tr("%1 no longer %2 %3").arg(own, what, key), remove); });
}

void LinkRows::addLinks(bool into) {
    const Programme& programme = m_document.programme();
    const auto ids = into ? m_document.lookup().into(m_activity) : m_document.lookup().outOf(m_activity);
    const auto otherOf = [&](const Link& link) { return into ? link.from : link.to; };
    std::vector<std::pair<bool, Link>> links;
    for (const LinkId id : ids) {
        const std::size_t at = programme.links.indexOf(id);
        const auto& driving = m_document.schedule().driving;
        links.emplace_back(at < driving.size() && driving[at], programme.links[at]);
    }
    // What drives stands first, then by ids; how the links stand in the programme decides nothing.
    std::sort(links.begin(), links.end(), [&](const auto& a, const auto& b) {
        if (a.first != b.first) return a.first;
        const std::string &x = programme.activities.row(otherOf(a.second))->key,
                          &y = programme.activities.row(otherOf(b.second))->key;
        return x == y ? a.second.type < b.second.type : standsBefore(x, y);
    });
    for (std::size_t i = 0; i < std::min(links.size(), mostShown); ++i) {
        const auto& [drives, link] = links[i];
        const Activity& other = *programme.activities.row(otherOf(link));
        Row row{other.id,
                QStringLiteral("link%1").arg(link.id.value),
                int(link.type),
                show::text(lagText(programme, link)),
                {},
                drives};
        row.tip = show::text(other.name) + (drives ? tr("\ndrives") : QString());
        addRow(
            row,
            [link = link](int kind, const std::string& lag) -> Document::Operation {
                return [link, kind, lag](Transaction& tx) -> Outcome {
                    Link changed = link;
                    changed.type = LinkType(kind);
                    const auto with = withLag(tx.programme(), changed, lag);
                    return with.ok() ? setLink(tx, *with) : Outcome(with.errors());
                };
            },
            [id = link.id](Transaction& tx) { return removeLink(tx, id); });
    }
    if (links.size() <= mostShown) return;
    auto* rest = new QLabel(tr("and %1 more, in the table").arg(qint64(links.size() - mostShown)), this);
    setInk(rest, Ink::muted);
    m_rows->addWidget(rest);
}

void LinkRows::addAnchors(End side) {
    const Activity& hammock = *m_document.programme().activities.row(m_activity);
    std::vector<Anchor> anchors = side == End::start ? hammock.from : hammock.to;
    const auto keyOf = [&](const Anchor& anchor) {
        return m_document.programme().activities.row(anchor.activity)->key;
    };
    std::sort(anchors.begin(), anchors.end(),
              [&](const Anchor& a, const Anchor& b) { return standsBefore(keyOf(a), keyOf(b)); });
    for (const Anchor& anchor : anchors) {
        const Activity& other = *m_document.programme().activities.row(anchor.activity);
        Row row{other.id,
                QStringLiteral("anchor%1_%2").arg(side == End::start ? 0 : 1).arg(other.id.value),
                int(anchor.end),
                show::text(shiftText(anchor.lag, unitOf(m_document.programme(), hammock))),
                show::text(other.name),
                false};
        addRow(
            row,
            [id = m_activity, side, at = anchor.activity](int kind, const std::string& lag) -> Document::Operation {
                return [=](Transaction& tx) -> Outcome {
                    const Activity* hung = tx.programme().activities.row(id);
                    if (!hung) return inputError(worded("the hammock is no longer there"));
                    const auto moved = parseShift(lag, unitOf(tx.programme(), *hung));
                    if (!moved.ok()) return moved.errors();
                    return setAnchor(tx, id, side, {at, End(kind), moved->minutes}, false);
                };
            },
            [id = m_activity, side, at = anchor.activity](Transaction& tx) { return removeAnchor(tx, id, side, at); });
    }
}

namespace {

void askAnchors(PickerAsk& ask, Document& document, ActivityId activity, LinkRows::List list, const QString& own) {
    const End side = list == LinkRows::List::from ? End::start : End::finish;
    ask.kinds = {LinkRows::tr("its start"), LinkRows::tr("its finish")};
    ask.kind = int(side);
    ask.accept = LinkRows::tr("Hang it there");
    ask.offers = [&document, activity, side](const Activity& one) {
        const Activity* hammock = document.programme().activities.row(activity);
        if (!hammock || one.kind == ActivityKind::hammock) return false;
        const auto& anchors = side == End::start ? hammock->from : hammock->to;
        return std::none_of(anchors.begin(), anchors.end(),
                            [&](const Anchor& anchor) { return anchor.activity == one.id; });
    };
    ask.take = [&document, activity, side, own](const std::vector<ActivityId>& picked, int kind,
                                                const std::string& lag) {
        return document.perform(LinkRows::tr("%1 hung from %2")
                                    .arg(own, show::countOf(qint64(picked.size()), "activity more", "activities more")),
                                [&](Transaction& tx) -> Outcome {
                                    const Activity& hammock = *tx.programme().activities.row(activity);
                                    const auto moved = parseShift(lag, unitOf(tx.programme(), hammock));
                                    if (!moved.ok()) return moved.errors();
                                    for (const ActivityId one : picked)
                                        if (Outcome hung =
                                                setAnchor(tx, activity, side, {one, End(kind), moved->minutes}, false);
                                            !hung.ok())
                                            return hung;
                                    return done();
                                });
    };
}

void askLinks(PickerAsk& ask, Document& document, ActivityId activity, LinkRows::List list, const QString& own) {
    const bool lead = list == LinkRows::List::waitsFor;
    ask.kinds = show::linkTypes();
    if (!lead)
        for (QString& one : ask.kinds) one.prepend(LinkRows::tr("which "));
    ask.accept = LinkRows::tr("Link them");
    ask.offers = [&document, activity, lead](const Activity& one) {
        if (one.id == activity || one.kind == ActivityKind::hammock) return false;
        const Lookup& lookup = document.lookup();
        for (const LinkId id : lead ? lookup.into(activity) : lookup.outOf(activity)) {
            const Link& link = *document.programme().links.row(id);
            if ((lead ? link.from : link.to) == one.id) return false;
        }
        return true;
    };
    ask.take = [&document, activity, lead, own](const std::vector<ActivityId>& picked, int kind,
                                                const std::string& lag) {
        QStringList keys;
        for (const ActivityId one : picked) keys << show::text(document.programme().activities.row(one)->key);
        const QString others = keys.join(QStringLiteral("; "));
        return document.perform(lead ? LinkRows::tr("%1 waits for %2").arg(own, others)
                                     : LinkRows::tr("%1 leads to %2").arg(own, others),
                                [&](Transaction& tx) -> Outcome {
                                    for (const ActivityId one : picked) {
                                        Link link;
                                        link.from = lead ? one : activity;
                                        link.to = lead ? activity : one;
                                        link.type = LinkType(kind);
                                        const auto with = withLag(tx.programme(), link, lag);
                                        if (!with.ok()) return with.errors();
                                        const auto added = addLink(tx, *with);
                                        if (!added.ok()) return added.errors();
                                    }
                                    return done();
                                });
    };
}

} // namespace

PickerAsk LinkRows::ask(Document& document, ActivityId activity, List list) {
    const Programme& programme = document.programme();
    const QString own = show::text(programme.activities.row(activity)->key);
    PickerAsk ask;
    ask.title = LinkRows::tr("%1 %2").arg(own, title(list).toLower());
    ask.lag = LinkRows::tr("lag: 3d, -2d, 7cd");
    if (list == List::from || list == List::to)
        askAnchors(ask, document, activity, list, own);
    else
        askLinks(ask, document, activity, list, own);
    return ask;
}

} // namespace yarrin
