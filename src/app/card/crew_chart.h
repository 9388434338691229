// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QWidget>

class QPainter;

namespace yarrin {

/// "If crews were 1, 2, 3 …": days and exposure for each, by the real calculation, with the days it is needed in.
class CrewChart : public QWidget {
    Q_OBJECT
public:
    explicit CrewChart(Document& document, QWidget* parent = nullptr);

    struct Row {
        int crews = 0;
        Minutes duration = 0;
        Fraction exposure; ///< unrelieved, in all
        bool isCurrent = false;
        bool isBeyond = false; ///< more than the site has the plant or trade for
        QString section;       ///< the one latest against its date, and its forecast
    };
    /// Works the rows out for an activity; none where it has no quantity, output and crews.
    void present(ActivityId id);
    [[nodiscard]] const std::vector<Row>& rows() const { return m_rows; }
    [[nodiscard]] QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    [[nodiscard]] double xOf(Minutes duration, double left, Minutes most) const;
    void paintNeeded(QPainter& painter, double left, Minutes most, int y);
    [[nodiscard]] static QString latestSection(const Programme& programme, const Schedule& schedule);

    Document& m_document;
    std::vector<Row> m_rows;
    Minutes m_dayMinutes = 480;
    std::optional<Minutes> m_neededIn;
    std::string m_currency;
    QString m_resource; ///< what is short, where something is
};

} // namespace yarrin
