// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/waiting.h"
#include "app/portfolio/portfolio_chart.h"
#include "app/table/list_model.h"
#include "app/window/stage.h"

class QLabel;
class QPushButton;
class QSettings;

namespace yarrin {

class Dialogs;
class ListPage;

/// Several jobs side by side: the sections of all files of a folder as a list and against one time, with damages and
/// what notices are due. None of the files is opened or changed.
class PortfolioStage : public Stage {
    Q_OBJECT
public:
    PortfolioStage(Dialogs& dialogs, QSettings& settings, Date today, QWidget* parent = nullptr);

    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    /// A folder to look at.
    void showNamed(const QString& folder) override;
    [[nodiscard]] bool isWorking() const override { return m_looking.isRunning(); }
    void setToday(Date today);

signals:
    void pathWanted(const QString& path);
    /// Back to where one came from.
    void left();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void chooseFolder();
    void look();
    void present();
    void open(std::size_t row);
    [[nodiscard]] std::vector<ListColumn> columns();
    [[nodiscard]] QWidget* buildNeeds();
    [[nodiscard]] Outcome setHas(std::size_t row, const std::string& typed);
    void addOfJob(std::vector<ListColumn>& all);
    [[nodiscard]] const PortfolioJob& jobOf(std::size_t row) const { return (*m_jobs)[m_rows[row].job]; }
    /// Whether a row is the first of its job, which tells what is of all of it.
    [[nodiscard]] bool leads(std::size_t row) const { return row == 0 || m_rows[row - 1].job != m_rows[row].job; }

    Dialogs& m_dialogs;
    QSettings& m_settings;
    Date m_today;
    NoticeBar* m_notice;
    QLabel* m_where;
    QPushButton *m_again, *m_stop;
    ListPage *m_list, *m_needs = nullptr;
    PortfolioChart* m_chart;
    QString m_folder;
    std::shared_ptr<const std::vector<PortfolioJob>> m_jobs;
    std::vector<PortfolioChart::Row> m_rows;
    FirmHas m_has;
    std::vector<NeedOfAll> m_all;
    std::vector<const JobSummary*> m_counted; ///< jobs that needs are of
    Beside<std::shared_ptr<const Result<std::vector<PortfolioJob>>>> m_looking;
};

} // namespace yarrin
