// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "edit/weather_edits.h"

#include <QFrame>

class QComboBox;
class QGridLayout;
class QLabel;
class QSettings;

namespace yarrin {

/// Asks what the columns of a table of records mean where their headings do not say it, and remembers that for every
/// table with the same headings.
class RecordColumns : public QFrame {
    Q_OBJECT
public:
    RecordColumns(QSettings& settings, QWidget* parent = nullptr);

    /// What was said before of headings like these.
    [[nodiscard]] WeatherColumns remembered() const;
    /// Shows the columns of a table, and why it could not be read as it stands.
    void ask(const Sheet& sheet, const QString& name, const QString& why);
    [[nodiscard]] const Sheet& sheet() const { return m_sheet; }
    [[nodiscard]] QString name() const { return m_name; }

signals:
    /// What they mean is said.
    void said(const WeatherColumns& columns);

private:
    [[nodiscard]] WeatherColumns typed() const;
    void take();

    QSettings& m_settings;
    Sheet m_sheet;
    QString m_name;
    QLabel* m_why;
    QGridLayout* m_grid;
    std::vector<WeatherColumn> m_columns;
    std::vector<QComboBox*> m_boxes;
};

} // namespace yarrin
