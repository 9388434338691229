// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/delay/analysis.h"

#include <QWidget>

namespace yarrin {

class ListPage;

/// Own slips that nobody recorded, window by window, to be taken for concurrent, pacing or neither.
class SlipList : public QWidget {
    Q_OBJECT
public:
    explicit SlipList(Document& document, QWidget* parent = nullptr);

    /// Those of the time impact analysis.
    void present(const DelayAnalysis& impact);
    void choose(std::size_t window, SectionId section);

signals:
    void refused(const QString& text);

private:
    [[nodiscard]] const SlipMark* markOf(std::size_t row) const;
    [[nodiscard]] Outcome mark(Transaction& tx, std::size_t row, const std::function<void(SlipMark&)>& change);

    Document& m_document;
    std::vector<OwnSlip> m_slips;
    std::vector<std::string> m_stands;
    ListPage* m_list;
};

} // namespace yarrin
