// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/slip_list.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/shown_choice.h"
#include "app/table/list_page.h"
#include "edit/contract_edits.h"
#include "edit/section_edits.h"
#include "edit/typed.h"

#include <QVBoxLayout>

namespace yarrin {

namespace {

const ShownChoice<SlipIs>& choices() {
    static const ShownChoice<SlipIs> shown{
        {SlipList::tr("concurrent"), SlipList::tr("pacing"), SlipList::tr("neither")}};
    return shown;
}

} // namespace

SlipList::SlipList(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, bool right, auto text) -> ListColumn& {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        return columns.back();
    };
    add("stand", tr("Up to"), 84, false, [this](std::size_t i) { return show::text(m_stands[m_slips[i].window]); });
    add("section", tr("Section"), 60, false, [this](std::size_t i) {
        const Section* section = m_document.programme().sections.row(m_slips[i].section);
        return section ? show::text(section->key) : QString();
    });
    add("days", tr("Slipped"), 60, true, [this](std::size_t i) { return tr("%1 d").arg(m_slips[i].days); });
    add("beside", tr("Beside"), 60, true, [this](std::size_t i) { return tr("%1 d").arg(m_slips[i].beside); });
    add("events", tr("Events beside it"), 120, false, [this](std::size_t i) {
        QStringList keys;
        for (const EventId id : m_slips[i].events)
            if (const DelayEvent* event = m_document.programme().events.row(id)) keys << show::text(event->key);
        return keys.join(QStringLiteral(", "));
    });
    ListColumn& is = add("is", tr("Taken for"), 96, false, [this](std::size_t i) {
        const SlipMark* mark = markOf(i);
        return mark ? choices().of(mark->is) : tr("open");
    });
    is.choices = [] { return choices().words + QStringList{SlipList::tr("open")}; };
    is.marked = [this](std::size_t i) { return markOf(i) == nullptr; };
    is.commit = [this](Transaction* tx, std::size_t i, const std::string& text) -> Outcome {
        if (show::text(text) == tr("open")) return openSlip(*tx, m_slips[i].section, m_slips[i].end);
        SlipIs chosen{};
        if (Fault fault = yarrin::choose(chosen, choices().word(show::text(text)))) return *fault;
        return mark(*tx, i, [&](SlipMark& mark) { mark.is = chosen; });
    };
    const auto text = [&](const char* name, const QString& title, int width, std::string SlipMark::*part) {
        add(name, title, width, false, [this, part](std::size_t i) {
            const SlipMark* mark = markOf(i);
            return mark ? show::text(mark->*part) : QString();
        }).commit = [this, part](Transaction* tx, std::size_t i, const std::string& typed) {
            return mark(*tx, i, [&](SlipMark& mark) { mark.*part = typed; });
        };
    };
    text("who", tr("Says who"), 100, &SlipMark::who);
    text("note", tr("Why"), 160, &SlipMark::note);
    m_list = new ListPage(
        QStringLiteral("slipList"), tr("Own slips that nobody recorded"),
        documentRows(
            m_document, [this] { return m_slips.size(); },
            [this](std::size_t i) { return tr("Own slip up to %1:").arg(show::text(m_stands[m_slips[i].window])); }),
        std::move(columns), this);
    m_list->hideLine();
    m_list->stretch(QStringLiteral("note"));
    m_list->setEmptyText(tr("Beside the events nothing of ours slipped that is not recorded."));
    m_list->letRemove(tr("Open again"), [this](std::size_t i) {
        return m_document.perform(tr("Own slip up to %1 is open again").arg(show::text(m_stands[m_slips[i].window])),
                                  [&](Transaction& tx) { return openSlip(tx, m_slips[i].section, m_slips[i].end); });
    });
    connect(&m_list->table(), &GridView::refused, this, &SlipList::refused);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_list);
}

/// As the programme has it, which may be newer than what was worked out.
const SlipMark* SlipList::markOf(std::size_t row) const {
    const Section* section = m_document.programme().sections.row(m_slips[row].section);
    if (section)
        for (const SlipMark& mark : section->slips)
            if (mark.window == m_slips[row].end) return &mark;
    return nullptr;
}

/// What is said of a slip first is said by whoever works on the file, today.
Outcome SlipList::mark(Transaction& tx, std::size_t row, const std::function<void(SlipMark&)>& change) {
    SlipMark mark;
    if (const SlipMark* before = markOf(row)) {
        mark = *before;
    } else {
        mark.window = m_slips[row].end;
        const std::string& author = m_document.keeper().author();
        mark.who = author.empty() ? tr("the planner").toStdString() : author;
        const QDate today = QDate::currentDate();
        mark.on = dateFrom(today.year(), unsigned(today.month()), unsigned(today.day()));
    }
    change(mark);
    return markSlip(tx, m_slips[row].section, std::move(mark));
}

void SlipList::present(const DelayAnalysis& impact) {
    m_slips = impact.slips;
    m_stands = impact.stands;
    m_list->refresh();
    m_list->fitRows(6);
}

void SlipList::choose(std::size_t window, SectionId section) {
    for (std::size_t i = 0; i < m_slips.size(); ++i) {
        if (m_slips[i].window != window || m_slips[i].section != section) continue;
        const int row = m_list->model().rowOf(i);
        m_list->table().setFocus();
        m_list->table().setCurrentIndex(m_list->model().index(row, m_list->model().columnOf(QStringLiteral("is"))));
    }
}

} // namespace yarrin
