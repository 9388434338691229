// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/programme/why_question.h"

#include <QWidget>

#include <array>

class QLabel;
class QPushButton;

namespace yarrin {

/// The line above bars and network in which "why then?" is asked: of what, which paths show, and how far they lie
/// behind.
class WhyStrip : public QWidget {
    Q_OBJECT
public:
    WhyStrip(Document& document, ViewState& state, WhyQuestion& question, QWidget* parent = nullptr);

    /// Asks of what is selected, or of what ends last where nothing is; asks no more.
    void toggle();

signals:
    void refused(const QString& reason);

private:
    void present();
    [[nodiscard]] QString words() const;

    Document& m_document;
    ViewState& m_state;
    WhyQuestion& m_question;
    QPushButton *m_ask, *m_alone;
    QLabel *m_subject, *m_pathsName, *m_words;
    std::array<QPushButton*, WhyQuestion::mostPaths> m_paths{};
};

} // namespace yarrin
