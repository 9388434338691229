// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/ifc.h"

#include <QWidget>

#include <memory>

class QComboBox;
class QLabel;
class QListWidget;
class QPushButton;

namespace yarrin {

/// What was read of a building model before it is taken: how much there is, what was not understood, and whether it
/// becomes a new job or comes into the one that is open.
class PlanPage : public QWidget {
    Q_OBJECT
public:
    explicit PlanPage(QWidget* parent = nullptr);

    /// `job` is the title of the job that is open; empty where there is none to take it into.
    void present(IfcReading reading, const QString& file, const QString& job);
    void focusMain();

signals:
    void newWanted(const yarrin::Programme& job);
    void intoWanted(const yarrin::Programme& plan, const QString& name);
    /// Another of the file's schedules is to be read.
    void scheduleWanted(int index);
    void left();

private:
    std::shared_ptr<const IfcReading> m_reading;
    QString m_name;
    QLabel *m_title, *m_words, *m_told;
    QListWidget* m_notes;
    QComboBox* m_schedule;
    QPushButton *m_new, *m_into, *m_leave;
};

} // namespace yarrin
