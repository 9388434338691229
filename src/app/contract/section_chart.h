// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/painted_parts.h"
#include "chart/layout/section_layout.h"

#include <QWidget>

namespace yarrin {

/// The sections over time: completion as agreed and as extended, grant by grant, the forecast, and damages growing.
class SectionChart : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit SectionChart(Document& document, QWidget* parent = nullptr);

    [[nodiscard]] const SectionLayout& layoutShown() const { return m_layout; }

    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    void sectionChosen(SectionId id);

protected:
    bool event(QEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void relayout();
    [[nodiscard]] const SectionLine* lineAt(double y) const;
    [[nodiscard]] QString resultOf(const SectionLine& line) const;
    [[nodiscard]] QStringList storyOf(const SectionLine& line) const;

    Document& m_document;
    SectionLayout m_layout;
};

} // namespace yarrin
