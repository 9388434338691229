// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/painted_parts.h"
#include "app/delay/delay_study.h"
#include "chart/layout/step_layout.h"

#include <QWidget>

namespace yarrin {

/// The stepped chart of how one section's completion moved.
class CompletionChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit CompletionChart(QWidget* parent = nullptr);

    /// Shows a section of what was found; the figures of the section as they are now.
    void present(std::shared_ptr<const DelayStudy::Findings> findings, const SectionFigures& section);
    void clear(const QString& why);
    void choose(EventId event);
    [[nodiscard]] const std::optional<StepLayout>& layoutNow() const { return m_layout; }
    /// What a row says.
    [[nodiscard]] QString rowText(const StepRow& row) const { return wordsOf(row, now()); }
    [[nodiscard]] static QString wordsOf(const StepRow& row, const Programme& now);
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void eventChosen(EventId event);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    void relayout();
    [[nodiscard]] const StepRow* rowAt(double y) const;

    [[nodiscard]] const DelayAnalysis& analysis() const { return m_found->chosen; }
    [[nodiscard]] const Programme& now() const { return m_found->now; }

    std::shared_ptr<const DelayStudy::Findings> m_found; ///< what is laid out; there where there is a layout
    SectionFigures m_section;
    std::optional<StepLayout> m_layout;
    QString m_empty;
    EventId m_chosen;
};

} // namespace yarrin
