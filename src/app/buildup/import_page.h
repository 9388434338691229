// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "edit/table_import.h"
#include "store/workbook.h"

#include <QFutureWatcher>
#include <QWidget>

#include <atomic>

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;
class QSettings;
class QTableWidget;

namespace yarrin {

/// Takes a bill or a schedule over from a table: which column is what, what will be read and what will not and why,
/// before anything is. Reading goes on beside the window and can be stopped.
class ImportPage : public QWidget {
    Q_OBJECT
public:
    enum class What { bill, schedule };
    ImportPage(Document& document, QSettings& settings, QWidget* parent = nullptr);

    /// Begins with a file, or with the clipboard where no path is given.
    void begin(What what, const QString& path);
    [[nodiscard]] bool isBusy() const { return m_busy; }

signals:
    void finished(bool imported);
    void refused(const QString& reason);

private:
    struct Read {
        std::shared_ptr<const Workbook> book;
        QString fault;
        BillReading bill;
        ScheduleReading schedule;
    };
    void buildHead();
    void load();
    void readAgain();
    void run(std::function<Read()> work);
    void take(Read read);
    void showSheet();
    void showResult();
    void showLines(const std::vector<RowFault>& faults);
    void takeOver();
    void setBusy(bool busy);
    [[nodiscard]] const std::vector<TableField>& fields() const;
    [[nodiscard]] RememberedHeadings remembered() const;
    [[nodiscard]] const Sheet& sheet() const;
    [[nodiscard]] CalendarId calendar() const;

    Document& m_document;
    QSettings& m_settings;
    What m_what = What::bill;
    QString m_path;
    std::shared_ptr<const Workbook> m_book;
    std::size_t m_sheet = 0;
    ColumnMap m_map;
    std::optional<int> m_handAt; ///< the column whose meaning was chosen last, until the table is filled anew
    BillReading m_bill;
    ScheduleReading m_schedule;
    std::shared_ptr<std::atomic<bool>> m_stop;
    std::shared_ptr<std::atomic<int>> m_done;
    QFutureWatcher<Read> m_watcher;
    bool m_busy = false;
    bool m_taking = false;
    QLabel* m_title;
    QLabel* m_note;
    QLabel* m_result;
    QLabel* m_faults;
    QComboBox* m_sheets;
    QComboBox* m_calendars;
    QTableWidget* m_table;
    QProgressBar* m_progress;
    QPushButton* m_stopButton;
    QPushButton* m_takeOver;
    QPushButton* m_cancel;
};

} // namespace yarrin
