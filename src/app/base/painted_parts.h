// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAccessible>
#include <QRect>
#include <QString>

#include <functional>
#include <vector>

class QWidget;

namespace yarrin {

/// A part of what a widget paints, for whoever cannot see it: a bar, a link, a day.
struct PaintedPart {
    QString name, value;
    QAccessible::Role role = QAccessible::ListItem;
    QRect rect; ///< in the widget
    bool chosen = false;
    std::function<void()> press; ///< what a click on it does; none: nothing
};

/// A widget that paints what others have widgets for. Screen readers get its parts as children; those in sight do.
class HasPaintedParts {
public:
    virtual ~HasPaintedParts() = default;
    [[nodiscard]] virtual std::vector<PaintedPart> paintedParts() const = 0;
};

/// From now on parts of such widgets are told. Once for the program; more often does nothing.
void tellPaintedParts();
/// The part that is chosen now is another: whoever listens hears it. To be called where that changes.
void tellChosenPart(QWidget* widget);

} // namespace yarrin
