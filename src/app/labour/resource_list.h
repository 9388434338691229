// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/labour/labour_findings.h"

#include <QListWidget>

namespace yarrin {

/// Resources by kind, what is needed beyond what there is first: a small histogram of the whole job, and the most that
/// is still needed of what there is then.
class ResourceList : public QListWidget {
    Q_OBJECT
public:
    explicit ResourceList(QWidget* parent = nullptr);

    /// The findings stay with whoever presents them.
    void present(const LabourFindings* findings, const QString& words, bool stillNeeded);
    /// The chosen line; null where there is none.
    [[nodiscard]] const ResourceLine* current() const;
    void choose(const std::string& name);
    /// The line of a row; null of a heading.
    [[nodiscard]] const ResourceLine* lineAt(int row) const;
    [[nodiscard]] QString headingAt(int row) const;

    /// The chosen line and what else is selected, in the order of the list.
    [[nodiscard]] std::vector<const ResourceLine*> selected() const;

signals:
    void chosen();

protected:
    [[nodiscard]] QMimeData* mimeData(const QList<QListWidgetItem*>& items) const override;

private:
    std::vector<const ResourceLine*> m_rows; ///< null for a heading
    std::vector<QString> m_headings;
    std::string m_name; ///< of what is chosen, whatever the list becomes
    bool m_filling = false;
};

/// "8 of 6", "8", "done": what the list tells of a line.
[[nodiscard]] QString peakText(const ResourceLine& line);

} // namespace yarrin
