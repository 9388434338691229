// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/claim_course.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/shown_choice.h"
#include "app/table/entry_line.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "edit/claim_edits.h"

#include <QLabel>
#include <QVBoxLayout>

namespace yarrin {

namespace {

const ShownChoice<ClaimStep>& steps() {
    static const ShownChoice<ClaimStep> shown{{ClaimCourse::tr("claimed"), ClaimCourse::tr("assessed"),
                                               ClaimCourse::tr("granted for now"), ClaimCourse::tr("granted"),
                                               ClaimCourse::tr("refused"), ClaimCourse::tr("disputed")}};
    return shown;
}

QStringList sectionKeys(const Programme& programme) {
    QStringList keys;
    for (const Section& section : programme.sections) keys << show::text(section.key);
    return keys;
}

} // namespace

ClaimCourse::ClaimCourse(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("claimCourse"));
    buildCourse();
    buildUpdates();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 4, 0, 0);
    layout->setSpacing(4);
    const auto heading = [&](const QString& text) {
        auto* label = new QLabel(text, this);
        label->setFont(boldened(bodyFont()));
        layout->addWidget(label);
    };
    heading(tr("Course of the claim: days of the whole event"));
    layout->addWidget(m_course);
    layout->addWidget(m_addStep);
    layout->addSpacing(4);
    heading(tr("Updates given while it lasts"));
    layout->addWidget(m_updates);
    layout->addWidget(m_addUpdate);
    for (ListPage* list : {m_course, m_updates})
        connect(&list->table(), &GridView::refused, this, &ClaimCourse::refused);
}

QString ClaimCourse::named(const QString& what) const {
    return QStringLiteral("%1 %2").arg(event() ? show::text(event()->key) : QString(), what);
}

void ClaimCourse::buildCourse() {
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, bool right, ClaimPart part, auto text) {
        columns.push_back({QString::fromLatin1(name), title, width, right, false, std::move(text)});
        columns.back().commit = [this, part](Transaction* tx, std::size_t row, const std::string& typed) {
            const std::string word = part == ClaimPart::step ? steps().word(show::text(typed)) : typed;
            return setClaimEntry(*tx, m_id, row, part, word);
        };
    };
    const auto entry = [this](std::size_t row) {
        return event() && row < event()->course.size() ? event()->course[row] : ClaimEntry{};
    };
    add("date", tr("On"), 92, false, ClaimPart::date, [entry](std::size_t i) { return show::date(entry(i).date); });
    add("step", tr("What"), 120, false, ClaimPart::step, [entry](std::size_t i) { return steps().of(entry(i).step); });
    columns.back().choices = [] { return steps().words; };
    add("section", tr("Section"), 70, false, ClaimPart::section, [this, entry](std::size_t i) {
        const Section* section = m_document.programme().sections.row(entry(i).section);
        return section ? show::text(section->key) : QString();
    });
    columns.back().choices = [this] { return sectionKeys(m_document.programme()); };
    add("days", tr("Days"), 60, true, ClaimPart::days, [entry](std::size_t i) {
        const ClaimEntry one = entry(i);
        const bool none = one.step == ClaimStep::refused || one.step == ClaimStep::disputed;
        return none ? QString() : QString::number(one.days);
    });
    add("letter", tr("Letter"), 200, false, ClaimPart::letter,
        [entry](std::size_t i) { return show::text(entry(i).letter); });
    m_course = new ListPage(QStringLiteral("claimCourseList"), tr("Course of the claim"),
                            documentRows(
                                m_document, [this] { return event() ? event()->course.size() : 0; },
                                [this](std::size_t) { return named(tr("course")); }),
                            std::move(columns), this);
    m_course->hideLine();
    m_course->stretch(QStringLiteral("letter"));
    m_course->setEmptyText(tr("Nothing was said of it yet. With the first line its days and its state follow what "
                              "stands here."));
    m_course->letRemove(tr("Take the line away"), [this](std::size_t row) {
        return m_document.perform(named(tr("a line of its course taken away")),
                                  [&](Transaction& tx) { return removeClaimEntry(tx, m_id, row); });
    });
    buildEntry();
}

void ClaimCourse::buildEntry() {
    m_addStep = new EntryLine(
        QStringLiteral("claimEntry"),
        {{QStringLiteral("claimStep"), tr("What was said"), 130, [] { return steps().words; }},
         {QStringLiteral("claimSection"), tr("Section"), 70, [this] { return sectionKeys(m_document.programme()); }},
         {QStringLiteral("claimDays"), tr("Days"), 60},
         {QStringLiteral("claimDate"), tr("7 May 2027"), 110},
         {QStringLiteral("claimLetter"), tr("Letter or minute"), 0}},
        tr("Add"),
        [this](const QStringList& texts) -> Outcome {
            const auto& sections = m_document.programme().sections;
            const auto at = std::size_t(std::max(0, texts[1].toInt()));
            if (!event() || at >= sections.size())
                return inputError(worded("there is no section yet"), worded("enter it on the stage Contract"));
            const auto step = static_cast<ClaimStep>(texts[0].toInt());
            return m_document.perform(named(steps().of(step) + QLatin1Char(' ') + texts[2]), [&](Transaction& tx) {
                return addClaimEntry(tx, m_id, step, sections[at].id, texts[2].toStdString(), texts[3].toStdString(),
                                     texts[4].toStdString());
            });
        },
        this);
}

void ClaimCourse::buildUpdates() {
    std::vector<ListColumn> columns;
    const auto update = [this](std::size_t row) {
        return event() && row < event()->updates.size() ? event()->updates[row] : EventUpdate{};
    };
    const auto add = [&](const char* name, const QString& title, int width, UpdatePart part, auto text) {
        columns.push_back({QString::fromLatin1(name), title, width, false, false, std::move(text)});
        columns.back().commit = [this, part](Transaction* tx, std::size_t row, const std::string& typed) {
            return setEventUpdate(*tx, m_id, row, part, typed);
        };
    };
    add("date", tr("On"), 92, UpdatePart::date, [update](std::size_t i) { return show::date(update(i).date); });
    add("note", tr("What it said"), 300, UpdatePart::note,
        [update](std::size_t i) { return show::text(update(i).note); });
    m_updates = new ListPage(QStringLiteral("eventUpdates"), tr("Updates given while it lasts"),
                             documentRows(
                                 m_document, [this] { return event() ? event()->updates.size() : 0; },
                                 [this](std::size_t) { return named(tr("update")); }),
                             std::move(columns), this);
    m_updates->hideLine();
    m_updates->stretch(QStringLiteral("note"));
    m_updates->setEmptyText(tr("None yet."));
    m_updates->letRemove(tr("Take the update away"), [this](std::size_t row) {
        return m_document.perform(named(tr("an update taken away")),
                                  [&](Transaction& tx) { return removeEventUpdate(tx, m_id, row); });
    });
    m_addUpdate = new EntryLine(
        QStringLiteral("updateEntry"),
        {{QStringLiteral("updateDate"), tr("7 May 2027"), 110}, {QStringLiteral("updateNote"), tr("What it said"), 0}},
        tr("Add"),
        [this](const QStringList& texts) {
            return m_document.perform(named(tr("updated")), [&](Transaction& tx) {
                return addEventUpdate(tx, m_id, texts[0].toStdString(), texts[1].toStdString());
            });
        },
        this);
}

void ClaimCourse::present(EventId id) {
    m_id = id;
    m_addStep->refresh();
    for (ListPage* list : {m_course, m_updates}) {
        list->refresh();
        list->fitRows();
    }
}

} // namespace yarrin
