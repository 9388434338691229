// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/paint/theme.h"

#include <QIcon>
#include <QWidget>

class QApplication;
class QLayout;
class QPushButton;

namespace yarrin {

/// The theme that the application currently wears.
[[nodiscard]] const Theme& theme();
/// Loads the shipped fonts and dresses the application in a theme: palette, style sheet, fonts.
void applyLook(QApplication& application, bool dark);
/// A shipped line icon in a colour.
[[nodiscard]] QIcon lineIcon(const QString& name, const QColor& colour);
[[nodiscard]] QPixmap linePixmap(const QString& name, const QColor& colour, int size, qreal scale);

/// A button that is only its words until the pointer is on it.
[[nodiscard]] QPushButton* quietButton(const QString& text, const char* name, QWidget* parent);

/// Empties a layout that is filled anew with every change.
void clearLayout(QLayout* layout);

} // namespace yarrin
