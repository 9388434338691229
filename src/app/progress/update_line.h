// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QFrame>

class QCheckBox;
class QLabel;
class QLineEdit;

namespace yarrin {

/// The beginning of a new update, in place: its data date, and whether what is known now is kept as a revision first,
/// so that the methods of telling delay find it again.
class UpdateLine : public QFrame {
    Q_OBJECT
public:
    explicit UpdateLine(Document& document, QWidget* parent = nullptr);

    /// Shows itself with what the next update would be.
    void begin();

signals:
    /// Something about it is to be said: a refusal, or what was frozen.
    void told(const QString& text);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void accept();
    void showKept();
    /// The revision that keeps the update as it is now; none where nothing does.
    [[nodiscard]] const Revision* keeping() const;

    Document& m_document;
    std::vector<Revision> m_revisions;
    QLineEdit* m_date;
    QCheckBox* m_keep;
    QLineEdit* m_key;
    QLabel* m_kept;
};

} // namespace yarrin
