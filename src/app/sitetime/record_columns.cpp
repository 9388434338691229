// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sitetime/record_columns.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QVBoxLayout>

namespace yarrin {

namespace {

const QString kept = QStringLiteral("headings/weather");

QString leaveOut() {
    return RecordColumns::tr("leave out");
}

} // namespace

RecordColumns::RecordColumns(QSettings& settings, QWidget* parent)
    : QFrame(parent), m_settings(settings), m_why(new QLabel(this)), m_grid(new QGridLayout) {
    setObjectName(QStringLiteral("recordColumns"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(16, 6, 12, 6);
    m_why->setWordWrap(true);
    column->addWidget(m_why);
    m_grid->setHorizontalSpacing(12);
    m_grid->setVerticalSpacing(3);
    column->addLayout(m_grid);
    auto* line = new QHBoxLayout;
    auto* bring = new QPushButton(tr("Bring the records"), this);
    bring->setObjectName(QStringLiteral("recordColumnsBring"));
    auto* leave = quietButton(tr("Leave them"), "recordColumnsLeave", this);
    line->addWidget(bring);
    line->addWidget(leave);
    line->addStretch(1);
    column->addLayout(line);
    connect(bring, &QPushButton::clicked, this, &RecordColumns::take);
    connect(leave, &QPushButton::clicked, this, &QWidget::hide);
    hide();
}

WeatherColumns RecordColumns::remembered() const {
    WeatherColumns columns;
    const QVariantMap map = m_settings.value(kept).toMap();
    for (auto one = map.begin(); one != map.end(); ++one)
        columns[one.key().toStdString()] = one.value().toString().toStdString();
    return columns;
}

void RecordColumns::ask(const Sheet& sheet, const QString& name, const QString& why) {
    m_sheet = sheet;
    m_name = name;
    m_why->setText(tr("%1: %2. What are its columns?").arg(name, why));
    while (QLayoutItem* item = m_grid->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    m_columns = weatherColumns(sheet, remembered());
    m_boxes.clear();
    for (std::size_t i = 0; i < m_columns.size(); ++i) {
        const WeatherColumn& one = m_columns[i];
        auto* heading = new QLabel(show::text(one.heading), this);
        auto* example = new QLabel(show::text(one.example), this);
        example->setForegroundRole(QPalette::PlaceholderText);
        auto* box = new QComboBox(this);
        box->setEditable(true);
        box->setAccessibleName(tr("What %1 is").arg(show::text(one.heading)));
        box->setObjectName(QStringLiteral("recordColumn%1").arg(i));
        box->addItems({leaveOut(), QStringLiteral("date"), QStringLiteral("wind (m/s)"), QStringLiteral("gusts (m/s)"),
                       QStringLiteral("rain (mm)"), QStringLiteral("swell (m)"), QStringLiteral("temperature (°C)")});
        box->setCurrentText(one.meaning.empty() ? leaveOut() : show::text(one.meaning));
        const int row = int(i);
        m_grid->addWidget(heading, row, 0);
        m_grid->addWidget(example, row, 1);
        m_grid->addWidget(box, row, 2);
        m_boxes.push_back(box);
    }
    m_grid->setColumnStretch(3, 1);
    show();
    if (!m_boxes.empty()) m_boxes.front()->setFocus();
}

WeatherColumns RecordColumns::typed() const {
    WeatherColumns columns = remembered();
    for (std::size_t i = 0; i < m_columns.size(); ++i) {
        const QString text = m_boxes[i]->currentText().trimmed();
        columns[m_columns[i].heading] = text == leaveOut() ? std::string() : text.toStdString();
    }
    return columns;
}

void RecordColumns::take() {
    emit said(typed());
    if (isVisible()) return; // it was refused: what is wrong stands above
    QVariantMap map = m_settings.value(kept).toMap();
    for (const auto& [heading, meaning] : typed()) map[show::text(heading)] = show::text(meaning);
    m_settings.setValue(kept, map);
}

} // namespace yarrin
