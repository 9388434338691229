// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/output_book.h"
#include "edit/trade_sequences.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QTreeWidget;
class QTreeWidgetItem;
class QCheckBox;

namespace yarrin {

struct ListColumn;

class ListPage;

/// Trade sequences: their steps, the units that they were laid out over, what was altered by hand there, and laying
/// them out over more locations.
class SequencePage : public QWidget {
    Q_OBJECT
public:
    SequencePage(Document& document, OutputBook& book, QWidget* parent = nullptr);

    void refresh();
    /// Chooses a sequence.
    void choose(SequenceId id);
    /// Chooses the one that an activity was laid out from, if any.
    void chooseOf(ActivityId activity);
    [[nodiscard]] SequenceId chosen() const { return m_chosen; }

signals:
    void refused(const QString& reason);
    void question(const QString& text, const QString& answer, std::function<void()> accepted);
    void reveal(ActivityId id);

private:
    QWidget* buildHead();
    QWidget* buildSteps();
    QWidget* buildUnits();
    void refreshUnits();
    ListColumn stepColumn(const char* name, const char* title, int width, bool right, StepField field);
    ListColumn quantityColumn(const SequenceStep& step, std::size_t i);
    void rename();
    void takePattern();
    void addNew();
    void addForTrade(const TradeSequence& trade);
    void addOneStep();
    void askToRemove();
    void offerItself(const QPoint& at);
    void refreshPlaces();
    /// Whether a place with others in it is a unit of its own.
    void meanItself(QTreeWidgetItem& item, bool itself);
    void takeChecked();
    void proposeQuantities();
    void layOutNow();
    void perform(const QString& text, const Document::Operation& operation);
    [[nodiscard]] const Sequence* sequence() const;
    [[nodiscard]] const SequenceStep* stepAt(std::size_t row) const;

    Document& m_document;
    OutputBook& m_book;
    SequenceId m_chosen;
    QComboBox* m_names;
    QLineEdit* m_pattern;
    QPushButton* m_remove;
    ListPage* m_steps;
    QWidget* m_unitPart = nullptr;
    QLabel* m_laid;
    QWidget* m_byHand;
    QTreeWidget* m_places;
    ListPage* m_quantities = nullptr;
    QWidget* m_quantityPart;
    QComboBox* m_group;
    QCheckBox* m_groupEach;
    QPushButton* m_lay;
    std::vector<UnitToLay> m_units;
    bool m_filling = false;
};

} // namespace yarrin
