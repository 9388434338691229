// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

namespace yarrin {

/// The keys of undo and redo belong to a field only while something typed in it could be taken back, or done again;
/// else they are the programme's, wherever the keyboard happens to be. Ctrl+E, Ctrl+K and Ctrl+U, which the toolkit
/// gives to the ends of a line on some systems, are always those of the commands.
class UndoKeys : public QObject {
    Q_OBJECT
public:
    /// Watches the whole application, once.
    static void watch();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    using QObject::QObject;
};

} // namespace yarrin
