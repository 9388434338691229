// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The rules of places: how near kinds of work may come to each other.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/programme/places_page.h"
#include "app/table/list_page.h"

#include <QHBoxLayout>
#include <QPushButton>

namespace yarrin {

namespace {

/// Offers words of files in the language of the window, and reads them in it.
void choiceOf(ListColumn& column, const std::vector<const char*>& words) {
    column.choices = [words] {
        QStringList shown;
        for (const char* word : words) shown << show::words(word);
        return shown;
    };
    column.text = [kept = column.text](std::size_t row) { return show::words(kept(row).toStdString()); };
    column.commit = [take = column.commit, words](Transaction* tx, std::size_t row, const std::string& typed) {
        for (const char* word : words)
            if (show::isWord(typed, word)) return take(tx, row, word);
        return take(tx, row, typed);
    };
}

} // namespace

std::vector<ListColumn> PlacesPage::ruleColumns() {
    const auto at = [this](std::size_t row) -> const PlaceRule& { return m_document.programme().placeRules[row]; };
    const auto kinds = [this] {
        QStringList words{tr("all work")};
        for (const Code& code : m_document.programme().codes)
            for (const CodeValue& value : code.values) words << show::text(code.key + " " + value.name);
        for (const BookItem& item : m_document.programme().book) words << show::text("item " + item.key);
        return words;
    };
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, PlaceRuleField field) -> ListColumn& {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.text = [this, at, field](std::size_t row) {
            return show::text(placeRuleText(m_document.programme(), at(row), field));
        };
        c.commit = [field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setPlaceRuleField(*tx, tx->programme().placeRules[row].id, field, typed);
        };
        return c;
    };
    const auto readable = [this, at](bool one) {
        return [this, at, one](std::size_t row) {
            const WorkKind kind = one ? oneKind(at(row)) : otherKind(at(row));
            return show::text(nameOf(m_document.programme(), kind));
        };
    };
    for (const bool one : {true, false}) {
        ListColumn& c = add(one ? "one" : "other", one ? tr("Kind of work") : tr("And"), 170,
                            one ? PlaceRuleField::one : PlaceRuleField::other);
        c.editText = c.text;
        c.text = readable(one);
        c.choices = kinds;
    }
    add("location", tr("In"), 90, PlaceRuleField::location).choices = [this] {
        QStringList words{QString()};
        for (const Location& place : m_document.programme().locations) words << show::text(place.key);
        return words;
    };
    choiceOf(add("together", tr("May be together"), 110, PlaceRuleField::together),
             {QT_TR_NOOP("yes"), QT_TR_NOOP("no")});
    add("days", tr("Days apart"), 80, PlaceRuleField::days).right = true;
    choiceOf(add("daysOf", tr("Days of"), 100, PlaceRuleField::daysOf),
             {QT_TR_NOOP("successor"), QT_TR_NOOP("predecessor"), QT_TR_NOOP("continuous")});
    add("metres", tr("Metres apart"), 90, PlaceRuleField::metres).right = true;
    add("note", tr("Note"), 160, PlaceRuleField::note);
    return columns;
}

void PlacesPage::buildRules() {
    m_rules = new ListPage(QStringLiteral("placesRuleList"), tr("Rules for places"),
                           documentRows(
                               m_document, [this] { return m_document.programme().placeRules.size(); },
                               [](std::size_t) { return tr("Rule for places"); }),
                           ruleColumns(), this);
    m_rules->stretch(QStringLiteral("note"));
    m_rules->setEmptyText(
        tr("Without rules no two pieces of work may be in one place at one time. A rule lets kinds of "
           "work be together, or keeps days or metres between them."));
    m_rules->offerFirst(tr("Add a rule"), {QStringLiteral("placesRuleAdd")});
    auto* addRule = quietButton(tr("+ Add"), "placesRuleAdd", m_rules);
    m_rules->line().addWidget(addRule);
    connect(addRule, &QPushButton::clicked, this, [this] {
        perform(tr("Rule for places added"), [](Transaction& tx) -> Outcome {
            const auto made = addPlaceRule(tx);
            return made.ok() ? done() : Outcome(made.errors());
        });
        if (const std::size_t size = m_document.programme().placeRules.size(); size > 0)
            m_rules->editCell(size - 1, QStringLiteral("one"));
    });
    m_rules->letRemove(tr("Remove this rule"), [this](std::size_t row) {
        const PlaceRuleId id = m_document.programme().placeRules[row].id;
        return m_document.perform(tr("Rule for places removed"),
                                  [id](Transaction& tx) { return removePlaceRules(tx, std::span(&id, 1)); });
    });
    connect(&m_rules->table(), &GridView::refused, this, &PlacesPage::refused);
}

} // namespace yarrin
