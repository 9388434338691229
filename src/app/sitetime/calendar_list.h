// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QListWidget>

namespace yarrin {

/// The job's calendars with what uses each, and a small picture of the week of each.
class CalendarList : public QListWidget {
    Q_OBJECT
public:
    explicit CalendarList(Document& document, QWidget* parent = nullptr);

    [[nodiscard]] CalendarId current() const;
    void choose(CalendarId id);
    void refresh();

    /// What a row tells, for its painter.
    struct Entry {
        CalendarId id;
        QString name, how, use;
        bool special = false; ///< the second line names a season, a tide or the like
        std::array<DayWork, 7> week;
    };
    [[nodiscard]] const Entry& entry(int row) const { return m_entries[std::size_t(row)]; }

signals:
    void chosen(CalendarId id);
    void renameWanted(const QString& name);
    void deleteWanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    Document& m_document;
    std::vector<Entry> m_entries;
};

} // namespace yarrin
