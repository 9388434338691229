// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/lens/key_rows.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

KeyRows::KeyRows(const QString& name, const QString& first, const QString& next, std::size_t most, QWidget* parent)
    : QWidget(parent), m_name(name), m_first(first), m_next(next), m_most(most), m_layout(new QVBoxLayout(this)) {
    m_layout->setContentsMargins(0, 0, 0, 0);
    m_layout->setSpacing(4);
}

void KeyRows::show(const std::vector<ViewField>& fields, const std::vector<LensKey>& keys) {
    std::vector<std::string> names;
    names.reserve(fields.size());
    for (const ViewField& field : fields) names.push_back(field.name);
    if (names == m_fields && keys == m_keys && m_layout->count() > 0) return;
    // The hand stays where it is while the row below it comes.
    const QString hand = focusWidget() && focusWidget()->hasFocus() ? focusWidget()->objectName() : QString();
    m_fields = std::move(names);
    m_keys = keys;
    clearLayout(m_layout);
    for (std::size_t row = 0; row <= std::min(keys.size(), m_most - 1); ++row) {
        auto* line = new QWidget(this);
        auto* layout = new QHBoxLayout(line);
        layout->setContentsMargins(0, 0, 0, 0);
        layout->setSpacing(6);
        auto* box = new QComboBox(line);
        box->setObjectName(m_name + QString::number(row));
        box->setAccessibleName(row == 0 ? m_first : m_next);
        box->addItem(row == 0 ? m_first : m_next);
        int chosen = 0;
        for (const ViewField& field : fields) {
            box->addItem(show::label(field), show::text(field.name));
            if (row < keys.size() && field.name == keys[row].field) chosen = box->count() - 1;
        }
        if (row < keys.size() && chosen == 0) {
            // From another job: it stays until somebody chooses otherwise.
            box->addItem(tr("%1 (not here)").arg(show::text(keys[row].field)), show::text(keys[row].field));
            chosen = box->count() - 1;
        }
        box->setCurrentIndex(chosen);
        layout->addWidget(box, 1);
        connect(box, &QComboBox::activated, this,
                [this, row, box](int) { take(row, box->currentData().toString().toStdString()); });
        if (row < keys.size()) {
            auto* down = quietButton(keys[row].down ? tr("down") : tr("up"), "", line);
            down->setObjectName(m_name + QString::number(row) + QStringLiteral("Down"));
            down->setToolTip(tr("From the first to the last, or the other way round"));
            layout->addWidget(down);
            connect(down, &QPushButton::clicked, this, [this, row] {
                std::vector<LensKey> turned = m_keys;
                turned[row].down = !turned[row].down;
                emit changed(turned);
            });
        }
        m_layout->addWidget(line);
        if (box->objectName() == hand) box->setFocus();
    }
}

void KeyRows::take(std::size_t row, const std::string& field) {
    std::vector<LensKey> keys = m_keys;
    if (field.empty() && row < keys.size())
        keys.erase(keys.begin() + std::ptrdiff_t(row));
    else if (row < keys.size())
        keys[row].field = field;
    else if (!field.empty())
        keys.push_back({field});
    // One field twice says nothing more.
    for (std::size_t i = 0; i < keys.size(); ++i)
        for (std::size_t j = keys.size(); j-- > i + 1;)
            if (keys[j].field == keys[i].field) keys.erase(keys.begin() + std::ptrdiff_t(j));
    emit changed(keys);
}

} // namespace yarrin
