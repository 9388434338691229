// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/contract/notices.h"

#include <QListWidget>

namespace yarrin {

/// The register of events, each with risk, state, days and its notice clock.
class EventList : public QListWidget {
    Q_OBJECT
public:
    EventList(Document& document, Date today, QWidget* parent = nullptr);
    void setToday(Date today);

    [[nodiscard]] EventId current() const;
    void choose(EventId id);
    /// Shows only events in which every word stands somewhere.
    void setFilter(const QString& words);
    void refresh();
    /// Whose days are told first; of an event that has none there, another section's.
    void setSection(SectionId section);

    /// What a row tells, for its painter.
    struct Entry {
        EventId id;
        Risk risk = Risk::employer;
        bool off = false;
        QString key, title, how, clock, days, small;
        enum class Urgency { none, soon, now } urgency = Urgency::none;
    };
    [[nodiscard]] const Entry& entry(int row) const { return m_entries[std::size_t(row)]; }
    [[nodiscard]] int total() const { return m_total; }

signals:
    void chosen(EventId id);
    void openWanted(EventId id);
    void addWanted();
    void deleteWanted(EventId id);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] Entry entryOf(const DelayEvent& event) const;

    Document& m_document;
    Date m_today;
    QString m_filter;
    SectionId m_section;
    std::vector<Entry> m_entries;
    int m_total = 0;
};

/// "Employer's risk", "granted" and the like.
[[nodiscard]] QString riskText(Risk risk);
[[nodiscard]] QString stateText(EventState state);
/// What a clock says, as in "notice due TODAY"; empty where it says nothing.
[[nodiscard]] QString clockText(const NoticeClock& clock, Duty duty);
/// "notice", "particulars", "update".
[[nodiscard]] QString dutyText(Duty duty);

} // namespace yarrin
