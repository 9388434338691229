// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/paint/theme.h"

#include <QIcon>
#include <QWidget>

class QApplication;
class QLayout;
class QPainter;
class QPushButton;
class QStyleOptionViewItem;

namespace yarrin {

/// The theme that the application currently wears.
[[nodiscard]] const Theme& theme();
/// Loads the shipped fonts and dresses the application in a theme: palette, style sheet (resources/look.qss, the only
/// one), fonts. May be called again at any time.
void applyLook(QApplication& application, bool dark);
/// Tells of another look: what holds colours in texts or pictures of its own makes them again.
class LookChanges : public QObject {
    Q_OBJECT
signals:
    void changed();
};
[[nodiscard]] LookChanges& lookChanges();

/// What the colour of words says.
enum class Ink { plain, muted, accent, critical, near, good };
void setInk(QWidget* words, Ink ink);
/// Sets a property that the style sheet asks for, and has it asked again.
void setMark(QWidget* widget, const char* name, const QVariant& value);

/// A measure that was drawn for text of the usual size, for the size that is worn.
[[nodiscard]] int scaled(int pixels);
/// The width of a column as it was drawn, or as its heading needs it: other languages have longer words.
[[nodiscard]] int columnRoom(int pixels, const QString& heading);
/// Gives a widget such a width, now and whenever the size of the text changes; a height likewise.
void keepWidth(QWidget* widget, int pixels);
void keepHeight(QWidget* widget, int pixels);

/// What a menu tells of a key that another place listens to: "\tCtrl+C", as the system writes it.
[[nodiscard]] QString keyTold(const char* keys);
/// A shipped line icon in a colour.
[[nodiscard]] QIcon lineIcon(const QString& name, const QColor& colour);
[[nodiscard]] QPixmap linePixmap(const QString& name, const QColor& colour, int size, qreal scale);

/// A button that is only its words until the pointer is on it.
[[nodiscard]] QPushButton* quietButton(const QString& text, const char* name, QWidget* parent);

/// The same with a menu, for a choice that shows what is chosen; it is named for those who cannot see.
[[nodiscard]] QPushButton* quietMenuButton(const char* name, const QString& accessible, QWidget* parent);

/// Empties a layout that is filled anew with every change.
void clearLayout(QLayout* layout);

/// What all lists of hand-painted rows have: the ground, the rule below, and the mark of the row with the keyboard.
void paintRowGround(QPainter& painter, const QStyleOptionViewItem& option);
/// A line of words in a box, cut where it is too long.
void paintWords(QPainter& painter, const QRect& box, Qt::Alignment side, const QFont& font, const QColor& ink,
                const QString& words);

} // namespace yarrin
