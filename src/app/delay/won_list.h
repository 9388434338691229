// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/delay_study.h"
#include "edit/acceleration_edits.h"

#include <QWidget>

class QLabel;

namespace yarrin {

class ListPage;
struct ListColumn;

/// Records of time that was won back, and whose what completion recovered is by them.
class WonList : public QWidget {
    Q_OBJECT
public:
    explicit WonList(Document& document, QWidget* parent = nullptr);

    void present(const DelayStudy::Findings* findings);

signals:
    void refused(const QString& text);

private:
    [[nodiscard]] std::vector<ListColumn> columns();
    void add();
    [[nodiscard]] const Acceleration& record(std::size_t row) const {
        return m_document.programme().accelerations[row];
    }

    Document& m_document;
    QLabel* m_words;
    ListPage* m_list;
};

} // namespace yarrin
