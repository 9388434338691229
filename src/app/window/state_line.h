// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/one_line.h"

#include <QMouseEvent>

#include <functional>
#include <vector>

namespace yarrin {

/// The words below a job's title, some of which lead where they say: the file to where it lies, the data date to the
/// stage Progress. What leads is underlined under the pointer.
class StateLine : public OneLine {
public:
    struct Part {
        QString words;
        std::function<void()> lead = {}; ///< none: only said
    };

    explicit StateLine(QWidget* parent = nullptr) : OneLine(parent) { setMouseTracking(true); }

    void setParts(std::vector<Part> parts) {
        m_parts = std::move(parts);
        m_under = -1;
        QStringList words;
        for (const Part& part : m_parts) words << part.words;
        setText(words.join(between()));
    }
    [[nodiscard]] const std::vector<Part>& parts() const { return m_parts; }
    /// Where a part stands, from the left edge of the line.
    [[nodiscard]] std::pair<int, int> spanOf(std::size_t index) const {
        int x = 0;
        for (std::size_t i = 0; i < index; ++i) x += fontMetrics().horizontalAdvance(m_parts[i].words + between());
        return {x, x + fontMetrics().horizontalAdvance(m_parts[index].words)};
    }

protected:
    void mouseMoveEvent(QMouseEvent* event) override {
        m_under = leadingAt(event->pos().x());
        if (m_under >= 0)
            setCursor(Qt::PointingHandCursor);
        else
            unsetCursor();
        update();
    }
    void leaveEvent(QEvent*) override {
        m_under = -1;
        update();
    }
    void mouseReleaseEvent(QMouseEvent* event) override {
        const int part = leadingAt(event->pos().x());
        // The line may be told anew by what it leads to.
        if (event->button() == Qt::LeftButton && part >= 0) std::function(m_parts[std::size_t(part)].lead)();
    }
    void paintEvent(QPaintEvent* event) override {
        OneLine::paintEvent(event);
        if (m_under < 0) return;
        const auto [from, to] = spanOf(std::size_t(m_under));
        QPainter painter(this);
        painter.setPen(palette().color(QPalette::WindowText));
        painter.drawLine(from, height() - 2, std::min(to, width()), height() - 2);
    }

private:
    static QString between() { return QStringLiteral(" · "); }
    [[nodiscard]] int leadingAt(int x) const {
        for (std::size_t i = 0; i < m_parts.size(); ++i)
            if (const auto [from, to] = spanOf(i); m_parts[i].lead && x >= from && x < to && x < width()) return int(i);
        return -1;
    }

    std::vector<Part> m_parts;
    int m_under = -1;
};

} // namespace yarrin
