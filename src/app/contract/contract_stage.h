// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/window/stage.h"

class QGridLayout;
class QStackedWidget;

namespace yarrin {

class FieldEdit;
class GridView;
class SectionAccount;
class SectionModel;
class SectionTerms;
class TabRow;
class TimeCostPage;

/// The stage Contract: what was promised.
class ContractStage : public Stage {
    Q_OBJECT
public:
    explicit ContractStage(Document& document, QWidget* parent = nullptr);

    [[nodiscard]] GridView& sections() const { return *m_table; }
    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    /// "time", "terms", "levied" or "cost".
    void showNamed(const QString& name) override;
    /// A section by its id.
    void chooseNamed(const QString& key) override;

private:
    using Commit = std::function<Outcome(Transaction&, const std::string&)>;
    FieldEdit* field(const QString& name, const QString& label, const QString& hint, std::function<QString()> value,
                     Commit commit);
    void buildFields(QGridLayout& grid);
    void buildLateDates(QGridLayout& grid);
    void buildNotices(QGridLayout& grid);
    QWidget* buildSections();
    QWidget* buildPages();
    QWidget* buildTime();
    void presentPages();
    /// Where each sum of damages comes from, a line for each section and one for the total.
    [[nodiscard]] QStringList damagesLines() const;
    void addSection();
    void deleteSection();

    Document& m_document;
    NoticeBar* m_notice;
    SectionModel* m_model;
    GridView* m_table;
    std::vector<FieldEdit*> m_fields;
    TabRow* m_tabs = nullptr;
    QStackedWidget* m_pages = nullptr;
    SectionTerms* m_terms = nullptr;
    SectionAccount* m_account = nullptr;
    TimeCostPage* m_cost = nullptr;
};

} // namespace yarrin
