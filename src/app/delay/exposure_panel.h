// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/painted_parts.h"
#include "app/delay/delay_study.h"
#include "app/delay/odds_study.h"
#include "core/contract/damages_lines.h"

#include <QWidget>

class QPainter;

namespace yarrin {

/// Exposure now, in a tile each, and over the stands of the job so far.
class ExposurePanel : public QWidget, public HasPaintedParts {
    Q_OBJECT
public:
    explicit ExposurePanel(Document& document, QWidget* parent = nullptr);

    /// What was found, null where nothing is known yet; and how likely it is.
    void present(const DelayStudy::Findings* findings, const OddsStudy::Findings* odds);
    [[nodiscard]] std::vector<PaintedPart> paintedParts() const override;

signals:
    /// A tile was pressed: how its sum comes about is wanted.
    void sumsWanted();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void paintTiles(QPainter& painter);
    struct Tile {
        QString title, value, detail;
        QColor colour;
    };
    [[nodiscard]] std::vector<Tile> tiles() const;
    [[nodiscard]] QRect tileRect(std::size_t index, std::size_t of) const;
    [[nodiscard]] QString lateText(Relief relief) const;

    Document& m_document;
    std::vector<StandExposure> m_course;
    std::optional<Prolongation> m_cost;
    struct Sure {
        QString name, sum;
        double amount = 0;
    };
    std::optional<Sure> m_sure; ///< what damages come to no more than, with the chance that is wanted
};

} // namespace yarrin
