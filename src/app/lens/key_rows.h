// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/view/fields.h"
#include "core/view/lens.h"

#include <QWidget>

class QVBoxLayout;

namespace yarrin {

/// Fields that rows are grouped or ordered by, one below the other: a choice for each with the direction beside it, and
/// an empty one for the next.
class KeyRows : public QWidget {
    Q_OBJECT
public:
    /// `name` begins the object names: "lensGroup" gives "lensGroup0", "lensGroup0Down".
    KeyRows(const QString& name, const QString& first, const QString& next, std::size_t most,
            QWidget* parent = nullptr);

    void show(const std::vector<ViewField>& fields, const std::vector<LensKey>& keys);

signals:
    void changed(const std::vector<yarrin::LensKey>& keys);

private:
    void take(std::size_t row, const std::string& field);

    QString m_name;
    QString m_first, m_next;
    std::size_t m_most;
    std::vector<LensKey> m_keys;
    std::vector<std::string> m_fields;
    QVBoxLayout* m_layout;
};

} // namespace yarrin
