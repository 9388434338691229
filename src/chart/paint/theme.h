// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QFont>

#include <vector>

namespace yarrin {

/// Every colour of the application, for one of the two variants. Nothing else names a colour.
struct Theme {
    QColor paper, panel, rule, ink, muted, rail, railText, accent, selection;
    QColor field;       ///< ground of what can be typed into
    QColor groupGround; ///< of a group's row
    QColor activity, activityDone, critical, criticalDone, near, nearDone, complete, completeDone;
    QColor criticalText, nearText, goodText; ///< of figures, dark enough to read
    QColor hammock;                          ///< also the contract programme
    QColor contractDate;
    QColor employer, neutral, own, recovered;
    QColor link, linkCritical;
    QColor nonWorking;
    QColor damages1, damages2; ///< the ribbon, for one section and where sections add up
    QColor damagesText;
    QColor standing, standingText, standingMuted, standingWarn; ///< the dark strip at the foot
    std::vector<QColor> sorting; ///< for values that bars are sorted by, told apart from each other and from urgency
    bool dark = false;

    [[nodiscard]] static const Theme& light();
    [[nodiscard]] static const Theme& darkVariant();
};

/// A colour with so much of another in it, from 0 to 1; opaque.
[[nodiscard]] QColor mixed(const QColor& a, const QColor& b, double share);

/// A colour that what is behind it shows through, the more the less its alpha, of 255.
[[nodiscard]] QColor faint(QColor colour, int alpha);

/// The text sizes of the application in pixels: body, secondary, heading.
[[nodiscard]] QFont bodyFont();
/// Makes all of them so many pixels larger.
void enlargeText(int pixels);
[[nodiscard]] int textEnlargement();
[[nodiscard]] QFont secondaryFont();
[[nodiscard]] QFont headingFont();
[[nodiscard]] QFont boldened(QFont font);

} // namespace yarrin
