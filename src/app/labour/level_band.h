// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/labour/labour_findings.h"
#include "core/labour/levelling.h"

#include <QWidget>

class QAction;
class QLabel;
class QPushButton;

namespace yarrin {

/// Proposes what should start later so that less is needed at once, says what it would bring, and makes it so.
class LevelBand : public QWidget {
    Q_OBJECT
public:
    LevelBand(Document& document, ViewState& state, QWidget* parent = nullptr);

    /// What is levelled unless everything is: the resource that shows.
    void setResource(const std::string& name, bool limited);
    /// The first of the days that are chosen, from which on work may move where that is asked for.
    void setDay(std::optional<Date> day) { m_day = day; }
    [[nodiscard]] bool isWorking() const { return m_working.isRunning(); }
    [[nodiscard]] const std::optional<LevelResult>& proposal() const { return m_proposal; }
    void propose(LevelWay way, bool all);
    void drop();
    void stop();

signals:
    /// What a proposal leads to; none where there is no proposal any more.
    void proposed(std::shared_ptr<LabourFindings> after);
    void refused(const QString& reason);
    void told(const QString& words);

private:
    /// What was worked out beside the window.
    struct Found {
        Result<LevelResult> result;
        std::shared_ptr<LabourFindings> after;
    };
    void buildOptions();
    [[nodiscard]] LevelOptions options(LevelWay way, bool all) const;
    void take(Found found);
    void keep(bool asTrial);
    void takeOff();
    void refresh();
    [[nodiscard]] QString summary(const LevelResult& result) const;

    Document& m_document;
    std::string m_resource;
    bool m_limited = false;
    LevelWay m_way = LevelWay::insideFloat;
    std::optional<LevelResult> m_proposal;
    std::optional<Date> m_day;
    ViewState& m_state;
    QLabel* m_words;
    QPushButton *m_inside, *m_within, *m_try, *m_keep, *m_drop, *m_stop, *m_off;
    QPushButton* m_options;
    QAction *m_wholeDays = nullptr, *m_split = nullptr, *m_fromDay = nullptr, *m_leave = nullptr, *m_first = nullptr;
    Beside<Found> m_working;
};

} // namespace yarrin
