// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QFrame>

class QLabel;
class QLineEdit;
class QPushButton;

namespace yarrin {

/// Lines below the context line that stand as long as what they say holds: changes that are not written, a file that
/// others hold, a trial. And the line in which a version is named.
class RecordStrip : public QFrame {
    Q_OBJECT
public:
    explicit RecordStrip(Document& document, QWidget* parent = nullptr);

    /// Asks for the name of a version; Enter keeps it, Escape leaves it.
    void askName();

signals:
    void saveElsewhere();
    /// A file is to be opened in place of what is.
    void openWanted(const QString& path);
    void compareTrial();
    void refused(const QString& text);

private:
    void buildTrial();
    struct Line {
        QWidget* row;
        QLabel* text;
    };
    Line line(const char* name);
    void refresh();
    void refreshTrial();
    [[nodiscard]] QString trialText() const;
    void keepTrial();

    Document& m_document;
    Line m_trouble;
    Line m_readOnly;
    Line m_apart;
    Line m_trial;
    Line m_naming;
    QLineEdit* m_name;
    QLineEdit* m_trialName;
};

} // namespace yarrin
