// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "edit/contract_edits.h"

#include <QWidget>

class QLabel;

namespace yarrin {

class EntryLine;
class FieldEdit;
class ListPage;

/// The lesser terms of one section: grace, bonus, taking over, steps of its rate and parts in use.
class SectionTerms : public QWidget {
    Q_OBJECT
public:
    explicit SectionTerms(Document& document, QWidget* parent = nullptr);

    void present(SectionId id);

signals:
    void refused(const QString& text);

private:
    FieldEdit* field(const char* name, const QString& label, const QString& hint, SectionField which);
    QWidget* buildSteps();
    QWidget* buildPossessions();
    [[nodiscard]] QString value(SectionField which) const;
    [[nodiscard]] const Section* section() const { return m_document.programme().sections.row(m_id); }
    [[nodiscard]] QString named(const QString& what) const;

    Document& m_document;
    SectionId m_id;
    QLabel* m_title;
    std::vector<FieldEdit*> m_fields;
    ListPage* m_steps = nullptr;
    ListPage* m_possessions = nullptr;
};

/// What was levied, paid and repaid of one section's damages, and how that stands at the data date.
class SectionAccount : public QWidget {
    Q_OBJECT
public:
    explicit SectionAccount(Document& document, QWidget* parent = nullptr);

    void present(SectionId id);

signals:
    void refused(const QString& text);

private:
    void build();
    [[nodiscard]] const Section* section() const { return m_document.programme().sections.row(m_id); }
    [[nodiscard]] QString named(const QString& what) const;
    [[nodiscard]] QString told() const;

    Document& m_document;
    SectionId m_id;
    QLabel* m_title;
    QLabel* m_words;
    ListPage* m_list = nullptr;
    EntryLine* m_add = nullptr;
};

} // namespace yarrin
