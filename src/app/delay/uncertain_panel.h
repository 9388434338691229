// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QMenu;
class QPushButton;
class QStackedWidget;

namespace yarrin {

struct ListColumn;

class FieldEdit;
class ListPage;
class TabRow;

/// What is uncertain, where it is edited: how work comes out, the register of risks with what they do, and how odds are
/// drawn.
class UncertainPanel : public QWidget {
    Q_OBJECT
public:
    explicit UncertainPanel(Document& document, QWidget* parent = nullptr);

    void refresh();
    void showRisk(RiskId id);
    void showRule(SpreadRuleId id);
    void showSettings();

signals:
    void refused(const QString& text);
    void reveal(yarrin::ActivityId id);

private:
    QWidget* buildRules();
    [[nodiscard]] std::vector<ListColumn> riskColumns();
    [[nodiscard]] std::vector<ListColumn> effectColumns();
    QWidget* buildRisks();
    QWidget* buildEffects(QWidget* parent);
    QWidget* buildSettings();
    void show(int page);
    void addRule();
    void addRisk();
    void addEffect();
    void addClosure();
    void addEffectOn(const std::string& key);
    void fillLearn(QMenu* menu);
    void presentEffects();
    void perform(const QString& text, const std::function<Outcome(Transaction&)>& edit);
    [[nodiscard]] const RegisteredRisk* chosenRisk() const;
    [[nodiscard]] QString effectsText(const RegisteredRisk& risk) const;

    Document& m_document;
    TabRow* m_tabs;
    QStackedWidget* m_pages;
    ListPage* m_rules = nullptr;
    ListPage* m_risks = nullptr;
    ListPage* m_effects = nullptr;
    QLabel* m_effectTitle = nullptr;
    QPushButton *m_addEffect = nullptr, *m_addClosure = nullptr;
    QComboBox* m_weather = nullptr;
    QLabel* m_weatherWords = nullptr;
    std::vector<FieldEdit*> m_fields;
    RiskId m_risk;
};

} // namespace yarrin
