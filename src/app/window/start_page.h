// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/waiting.h"
#include "app/window/job_glance.h"
#include "app/window/plan_page.h"
#include "app/window/stage.h"
#include "edit/new_job.h"

#include <QDateTime>

#include <map>
#include <memory>
#include <vector>

class QComboBox;
class QGridLayout;
class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;
class QVBoxLayout;

namespace yarrin {

/// Where one begins: jobs of late with a small picture, what was left unsaved, and the ways to a new job.
class StartPage : public Stage {
    Q_OBJECT
public:
    explicit StartPage(Date today, QWidget* parent = nullptr);

    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    /// "new" asks for a new job at once.
    void showNamed(const QString& page) override;
    [[nodiscard]] bool isWorking() const override { return m_looking.isRunning(); }

    /// Jobs of late, the last first, and what was never saved under a name.
    struct Unsaved {
        QString path, title, last;
    };
    void setJobs(const QStringList& recent, const std::vector<Unsaved>& unsaved);
    /// Asks for a new job; of a template where one is named.
    void askForNew(const QString& pattern = {});
    /// Shows what was read of a building model, to be taken or left; `job` is what is open, if anything.
    void showPlan(IfcReading reading, const QString& file, const QString& job);
    /// The templates that ship, by the names of their files.
    [[nodiscard]] static QStringList patterns();
    [[nodiscard]] static Result<Programme> readPattern(const QString& pattern);

signals:
    void newWanted(const yarrin::Programme& job);
    void openWanted();
    void demoWanted();
    void likeWanted();
    void portfolioWanted();
    void billWanted();
    void scheduleWanted();
    void planWanted();
    void guidedWanted();
    void intoWanted(const yarrin::Programme& plan, const QString& name);
    /// Another schedule of the file that is shown is to be read.
    void planOfFileWanted(int index);
    void pathWanted(const QString& path);
    void unsavedWanted(const QString& path);
    void forgetWanted(const QString& path);
    /// Back to the job that is open.
    void left();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* buildWays();
    QWidget* buildForm();
    [[nodiscard]] QGridLayout* buildFields(QWidget* form);
    void present();
    void make();
    void lookAtNext();
    struct Row {
        QString path;
        bool unsaved = false;
        class GlancePicture* picture = nullptr;
        QPushButton* title = nullptr;
        QLabel* words = nullptr;
    };
    void addRow(const QString& path, const QString& title, const QString& words, bool unsaved);
    void fill(const Row& row, const JobGlance& glance);

    Date m_today;
    NoticeBar* m_notice;
    QStackedWidget* m_right;
    PlanPage* m_plan;
    QWidget* m_jobs;
    QVBoxLayout* m_list;
    QLineEdit *m_name = nullptr, *m_start = nullptr, *m_hours = nullptr, *m_currency = nullptr;
    QComboBox *m_days = nullptr, *m_holidays = nullptr;
    QLabel *m_formTitle = nullptr, *m_formWords = nullptr;
    std::vector<QWidget*> m_weekRows; ///< that a template answers by itself
    QString m_pattern;
    QLabel* m_fault = nullptr;
    QPushButton* m_new = nullptr;
    QStringList m_recent;
    std::vector<Unsaved> m_unsaved;
    std::vector<Row> m_rows;
    std::size_t m_next = 0;
    /// Of files as they were read last, by path.
    std::map<QString, std::pair<QDateTime, std::shared_ptr<const JobGlance>>> m_known;
    Beside<std::shared_ptr<const JobGlance>> m_looking;
};

} // namespace yarrin
