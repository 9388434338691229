// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/delay_study.h"
#include "app/window/dialogs.h"
#include "edit/event_edits.h"

#include <QWidget>

class QCheckBox;
class QComboBox;
class QGridLayout;
class QLabel;
class QPlainTextEdit;

namespace yarrin {

class ClaimCourse;
class FieldEdit;
class ListPage;

/// Everything about one event: what it is, its notices, what it does to the programme, and the time for it.
class EventPage : public QWidget {
    Q_OBJECT
public:
    EventPage(Document& document, Dialogs& dialogs, Date today, QWidget* parent = nullptr);
    void setToday(Date today);

    void present(EventId id, const DelayStudy::Findings* findings);

signals:
    void refused(const QString& text);
    void reveal(ActivityId id);

private:
    FieldEdit* field(const char* name, const QString& label, const QString& hint, EventField which);
    QComboBox* choice(const char* name, const QString& label, const QStringList& words, EventField which);
    QPlainTextEdit* longText(const char* name, const QString& label, EventField which);
    void commit(EventField which, const QString& label, const std::string& text);
    void buildForm(QGridLayout& grid);
    QWidget* labelled(const QString& text, QWidget* box);
    void buildDays();
    void buildFragment(QGridLayout& grid);
    void showClocks();
    void showFragment();
    void showDocuments();
    void openDocument(const QString& place);
    void showFound(const DelayStudy::Findings* findings);
    bool eventFilter(QObject* watched, QEvent* event) override;
    [[nodiscard]] const DelayEvent* event() const { return m_document.programme().events.row(m_id); }
    [[nodiscard]] QString value(EventField which) const;

    Document& m_document;
    Dialogs& m_dialogs;
    Date m_today;
    EventId m_id;
    std::vector<FieldEdit*> m_fields;
    std::vector<std::pair<QPlainTextEdit*, EventField>> m_texts;
    QComboBox* m_risk = nullptr;
    QComboBox* m_state = nullptr;
    QCheckBox* m_on = nullptr;
    QLabel* m_clocks = nullptr;
    QLabel* m_fragment = nullptr;
    QLabel* m_open = nullptr;
    QLabel* m_found = nullptr;
    FieldEdit* m_delayed = nullptr;
    ListPage* m_days = nullptr;
    ClaimCourse* m_course = nullptr;
    std::vector<SectionId> m_sections;
    std::unordered_map<std::uint32_t, QString> m_moved; ///< what time impact says, by section
};

} // namespace yarrin
