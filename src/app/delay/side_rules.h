// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QWidget>

#include <initializer_list>

class QComboBox;
class QHBoxLayout;
class QLineEdit;
class QPushButton;

namespace yarrin {

/// What the analyses go by, kept with the job: where they begin, what counts as a stand, the rule of concurrency, how
/// near paths may lie and how old a stand may be; lesser rules in a menu.
class SideRules : public QWidget {
    Q_OBJECT
public:
    explicit SideRules(Document& document, QWidget* parent = nullptr);

    /// Puts what is chosen first in front of the upper line.
    void lead(std::initializer_list<QWidget*> widgets);
    void refresh();

signals:
    void refused(const QString& text);
    /// Something was chosen otherwise.
    void chosen();

private:
    QLineEdit* days(const char* name, const QString& label, Document::Operation (*change)(const std::string&),
                    const QString& step);
    void buildMenus();
    void perform(const QString& text, const Document::Operation& operation);
    void fillStands();

    Document& m_document;
    QHBoxLayout* m_upper = nullptr;
    QComboBox* m_baseline;
    QPushButton* m_stands;
    QComboBox* m_rule;
    QLineEdit* m_near = nullptr;
    QLineEdit* m_tooOld = nullptr;
    QPushButton* m_lesser;
    std::vector<std::string> m_revisions; ///< letters, in the order of the choice behind its first line
};

} // namespace yarrin
