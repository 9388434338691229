// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/look.h"

#include <QLabel>
#include <QPainter>

namespace yarrin {

/// A line of words that gives way: where there is no room for all of it, it ends in an ellipsis.
class OneLine : public QLabel {
public:
    using QLabel::QLabel;
    [[nodiscard]] QSize minimumSizeHint() const override { return {48, QLabel::minimumSizeHint().height()}; }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        paintWords(painter, rect(), Qt::AlignLeft, font(), palette().color(QPalette::WindowText), text());
    }
};

} // namespace yarrin
