// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/delay_study.h"

#include <QWidget>

#include <array>

class QComboBox;
class QLabel;
class QPushButton;

namespace yarrin {

class ListPage;
class SideRules;
class SlipList;

/// What every method says of each event side by side, by the rule of concurrency kept with the job, and what of it may
/// be attacked.
class SidePage : public QWidget {
    Q_OBJECT
public:
    SidePage(Document& document, DelayStudy& study, QWidget* parent = nullptr);

    /// What it shows is that of an older programme, or of another one.
    void outdate(bool replaced = false);
    /// Works it out anew where it is no longer that of the programme. `section` is shown until another one is chosen.
    void refresh(const QString& section = {});
    [[nodiscard]] bool isWorking() const { return m_working.isRunning(); }
    using Found = std::array<DelayAnalysis, delayMethods>;
    [[nodiscard]] const std::optional<Found>& found() const { return m_found; }

signals:
    void refused(const QString& text);
    void eventChosen(EventId event);

private:
    struct Row {
        EventId event; ///< none: of the section as a whole
        QString who, title, risk;
        std::array<QString, delayMethods> days;
        QString paid;
    };
    struct FlagRow {
        QString methods, event, text;
        EventId id;
        DelayFlag flag;
    };
    QWidget* buildRules();
    void buildLists();
    void take(Found found);
    void present();
    void showLists();
    void addTotals(SectionId section);

    Document& m_document;
    DelayStudy& m_study;
    QComboBox* m_section = nullptr;
    SideRules* m_rules = nullptr;
    SlipList* m_slipList = nullptr;
    QPushButton* m_stop = nullptr;
    QLabel* m_words = nullptr;
    QLabel* m_ignored = nullptr;
    ListPage* m_list = nullptr;
    ListPage* m_flagList = nullptr;
    std::vector<Row> m_rows;
    std::vector<FlagRow> m_flags;
    std::optional<Found> m_found;
    Programme m_now; ///< what it was found for
    bool m_stale = true;
    Beside<std::shared_ptr<std::pair<Found, Programme>>> m_working;
};

} // namespace yarrin
