// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QPoint>
#include <QString>

class QWidget;

namespace yarrin {

/// Names, notes and whatever else a file brings are words and nothing else: the toolkit would take `<img src=…>` in one
/// for a picture and read it from the disk. Watches over every label and every tip of the application: labels show
/// plain text unless they were made for more, tips always do.
class PlainWords : public QObject {
    Q_OBJECT
public:
    /// Sets one to work for the application; once is enough.
    static void watch();
    bool eventFilter(QObject* watched, QEvent* event) override;

    /// A text as a tip that says it letter by letter.
    [[nodiscard]] static QString tip(const QString& text);
    static void showTip(const QPoint& at, const QString& text, QWidget* of);

private:
    explicit PlainWords(QObject* parent) : QObject(parent) {}
};

} // namespace yarrin
