// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QWidget>

namespace yarrin {

class EntryLine;
class ListPage;

/// The course of the claim for an event, line by line, and its updates while it lasts.
class ClaimCourse : public QWidget {
    Q_OBJECT
public:
    explicit ClaimCourse(Document& document, QWidget* parent = nullptr);

    void present(EventId id);

signals:
    void refused(const QString& text);

private:
    void buildCourse();
    void buildEntry();
    void buildUpdates();
    [[nodiscard]] const DelayEvent* event() const { return m_document.programme().events.row(m_id); }
    [[nodiscard]] QString named(const QString& what) const;

    Document& m_document;
    EventId m_id;
    ListPage* m_course = nullptr;
    EntryLine* m_addStep = nullptr;
    ListPage* m_updates = nullptr;
    EntryLine* m_addUpdate = nullptr;
};

} // namespace yarrin
