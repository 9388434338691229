// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFrame>

#include <vector>

class QLabel;
class QPushButton;

namespace yarrin {

class Document;

/// A first job that one makes oneself, in twelve short steps: a strip over the work says what comes next and where, and
/// goes on by itself when it is done, whichever way.
class GuidedJob : public QFrame {
    Q_OBJECT
public:
    explicit GuidedJob(Document& document, QWidget* parent = nullptr);

    void begin();
    /// A new job was made: the first step is done.
    void jobMade();
    [[nodiscard]] bool isOn() const { return m_on; }
    /// The step at hand, from 0; as many as there are where all are done.
    [[nodiscard]] int step() const;
    [[nodiscard]] static int steps();

private:
    void present();
    void leave();

    Document& m_document;
    QLabel *m_title, *m_words;
    QPushButton *m_show, *m_skip, *m_leave;
    std::vector<bool> m_skipped;
    bool m_on = false, m_newJob = false;
};

} // namespace yarrin
