// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

namespace yarrin {

/// Names, notes and whatever else a file brings are words and nothing else: the toolkit would take `<img src=…>` in one
/// for a picture and read it from the disk. Watches over every label of the application, and tips are labels, too: they
/// show plain text unless they were made for more.
class PlainWords : public QObject {
    Q_OBJECT
public:
    /// Sets one to work for the application; once is enough.
    static void watch();
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    explicit PlainWords(QObject* parent) : QObject(parent) {}
};

} // namespace yarrin
