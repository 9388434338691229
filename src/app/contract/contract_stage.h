// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/window/stage.h"

class QGridLayout;

namespace yarrin {

class FieldEdit;
class GridView;
class SectionModel;

/// The stage Contract: what was promised.
class ContractStage : public Stage {
    Q_OBJECT
public:
    explicit ContractStage(Document& document, QWidget* parent = nullptr);

    [[nodiscard]] GridView& sections() const { return *m_table; }
    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;

private:
    using Commit = std::function<Outcome(Transaction&, const std::string&)>;
    FieldEdit* field(const QString& name, const QString& label, const QString& hint, std::function<QString()> value,
                     Commit commit);
    void buildFields(QGridLayout& grid);
    void buildLateDates(QGridLayout& grid);
    QWidget* buildSections();
    /// Where each sum of damages comes from, a line for each section and one for the total.
    [[nodiscard]] QStringList damagesLines() const;
    void addSection();
    void deleteSection();

    Document& m_document;
    NoticeBar* m_notice;
    SectionModel* m_model;
    GridView* m_table;
    std::vector<FieldEdit*> m_fields;
};

} // namespace yarrin
