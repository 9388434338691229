// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/weeks/promises.h"

#include <QWidget>

class QPainter;

namespace yarrin {

/// What the last weeks say: promises kept week by week against what is wanted, reasons ranked, trades, and what is to
/// be made ready first.
class PromisePanel : public QWidget {
    Q_OBJECT
public:
    explicit PromisePanel(QWidget* parent = nullptr);

    struct Ready {
        ActivityId activity;
        QString letter, words;
        Date wanted;
        bool late = false;
    };
    void present(const Job& job, PromiseRecord record, std::vector<Ready> ready);
    [[nodiscard]] const PromiseRecord& record() const { return m_record; }
    [[nodiscard]] const std::vector<Ready>& ready() const { return m_ready; }
    [[nodiscard]] QRect readyRect(std::size_t row) const;

signals:
    void activityWanted(yarrin::ActivityId id);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    int paintWeeks(QPainter& painter, int y) const;
    int paintBars(QPainter& painter, int y) const;
    int heading(QPainter& painter, int y, const QString& words) const;

    Job m_job;
    PromiseRecord m_record;
    std::vector<Ready> m_ready;
    mutable int m_readyTop = 0;
};

} // namespace yarrin
