// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/theme.h"

#include <cmath>

namespace yarrin {

const Theme& Theme::light() {
    static const Theme theme = [] {
        Theme t;
        t.paper = 0xFCFBF7;
        t.panel = 0xF2EFE7;
        t.rule = 0xDAD4C6;
        t.ink = 0x24303A;
        t.muted = 0x606A74; // a touch darker than the drawn one, which misses 4.5:1 on the panel
        t.rail = 0x26383F;
        t.railText = 0xC3CFD2;
        t.accent = 0x2E7D77;
        t.selection = 0xE3EFEC;
        t.field = 0xFFFFFF;
        t.groupGround = 0xF5F3EC;
        t.activity = 0x86A9B0;
        t.activityDone = 0x3E636C;
        t.critical = 0xC4505E;
        t.criticalDone = 0x7E2231;
        t.near = 0xD7A04A;
        t.nearDone = 0x8E6420;
        t.complete = 0xB9C4C5;
        t.completeDone = 0x7D8B8E;
        t.criticalText = 0x8E1F33;
        t.nearText = 0x85590F;
        t.goodText = 0x2B6A4A;
        t.hammock = 0x7A6A93;
        t.contractDate = 0x8A4B3A;
        t.employer = 0x3D6FA8;
        t.neutral = 0x8D8A86;
        t.own = 0xB0653A;
        t.recovered = 0x5E9A78;
        t.link = 0x9AA5A8;
        t.linkCritical = 0x8E2A3A;
        t.nonWorking = 0xEFE8DA;
        t.damages1 = 0xEBC893;
        t.damages2 = 0xDD9A96;
        t.damagesText = 0x57290F;
        t.standing = 0x26383F;
        t.standingText = 0xFFFFFF;
        t.standingMuted = 0xB4C2C6;
        t.standingWarn = 0xF0C68A;
        for (const QRgb colour :
             {0x6FA3C7, 0x8DB36B, 0xB79AC8, 0x5FB0A5, 0xA8A05A, 0x7E8FD0, 0xC9A27E, 0x9AA7AE, 0x4F8F6B, 0x5C7FA0})
            t.sorting.push_back(QColor(colour));
        return t;
    }();
    return theme;
}

const Theme& Theme::darkVariant() {
    static const Theme theme = [] {
        Theme t;
        t.dark = true;
        t.paper = 0x1D2529;
        t.panel = 0x232D32;
        t.rule = 0x3A474D;
        t.ink = 0xE4E7E5;
        t.muted = 0xA6B3B9;
        t.rail = 0x141B1E;
        t.railText = 0xAEBBBF;
        t.accent = 0x5FB8AF;
        t.selection = 0x2A4341;
        t.field = 0x1A2226;
        t.groupGround = 0x222C31;
        t.activity = 0x6E949C;
        t.activityDone = 0xA9CBD2;
        t.critical = 0xD2606E;
        t.criticalDone = 0xF3A3AC;
        t.near = 0xC8943F;
        t.nearDone = 0xF0CB8C;
        t.complete = 0x5A686C;
        t.completeDone = 0x8A999D;
        t.criticalText = 0xF08C98;
        t.nearText = 0xE5B667;
        t.goodText = 0x86C9A2;
        t.hammock = 0xA898C4;
        t.contractDate = 0xD08A74;
        t.employer = 0x6F9FD6;
        t.neutral = 0xA5A29D;
        t.own = 0xD08657;
        t.recovered = 0x7FBF9A;
        t.link = 0x6B7A80;
        t.linkCritical = 0xE07885;
        t.nonWorking = 0x273136;
        t.damages1 = 0x6B5332;
        t.damages2 = 0x7A3F40;
        t.damagesText = 0xF0D9B8;
        t.standing = 0x141B1E;
        t.standingText = 0xFFFFFF;
        t.standingMuted = 0xA9B7BC;
        t.standingWarn = 0xF0C68A;
        for (const QRgb colour :
             {0x5C93BA, 0x79A257, 0xA587B8, 0x4C9E93, 0x989048, 0x6D7EC2, 0xB98F69, 0x87959C, 0x45805F, 0x6B93B8})
            t.sorting.push_back(QColor(colour));
        return t;
    }();
    return theme;
}

namespace {

int enlargement = 0;

QFont ofPixels(int size) {
    QFont font(QStringLiteral("Open Sans"));
    font.setPixelSize(size + enlargement);
    return font;
}

} // namespace

void enlargeText(int pixels) {
    enlargement = pixels;
}
int textEnlargement() {
    return enlargement;
}

QFont bodyFont() {
    return ofPixels(12);
}

QColor mixed(const QColor& a, const QColor& b, double share) {
    const auto mix = [&](int x, int y) { return int(std::lround(x * (1 - share) + y * share)); };
    return {mix(a.red(), b.red()), mix(a.green(), b.green()), mix(a.blue(), b.blue())};
}

QColor faint(QColor colour, int alpha) {
    colour.setAlpha(alpha);
    return colour;
}

QFont secondaryFont() {
    return ofPixels(11);
}
QFont headingFont() {
    QFont font = ofPixels(14);
    font.setWeight(QFont::DemiBold);
    return font;
}
QFont boldened(QFont font) {
    font.setWeight(QFont::DemiBold);
    return font;
}

} // namespace yarrin
