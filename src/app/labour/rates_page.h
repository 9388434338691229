// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/model/resource_book.h"
#include "edit/labour_edits.h"

#include <QWidget>

#include <functional>
#include <vector>

class QComboBox;

namespace yarrin {

class Dialogs;
class FieldEdit;
struct ListColumn;
class ListPage;

/// What each resource is, what it costs, to what calendar it works and how much of it there is; and the contract's
/// terms of payment.
class RatesPage : public QWidget {
    Q_OBJECT
public:
    RatesPage(Document& document, Dialogs& dialogs, QWidget* parent = nullptr);

    void refresh();
    /// Adds a resource and opens its name for typing.
    void addNew();
    [[nodiscard]] ListPage& list() const { return *m_list; }

signals:
    void refused(const QString& reason);
    void told(const QString& words);

private:
    void buildList();
    ListColumn& add(std::vector<ListColumn>& columns, const char* name, const QString& title, int width,
                    ResourceField field, std::function<QString(const Resource&)> text);
    void addWhat(std::vector<ListColumn>& columns);
    void addMoney(std::vector<ListColumn>& columns);
    void addTime(std::vector<ListColumn>& columns);
    void typeSteps(ListColumn& column, ResourceField field);
    [[nodiscard]] QWidget* buildEvery(QWidget* box);
    [[nodiscard]] QWidget* buildTerms();
    void buildButtons();
    void tableOut();
    void tableIn();
    [[nodiscard]] const KnownResource& at(std::size_t row) const { return m_rows[row]; }

    Document& m_document;
    Dialogs& m_dialogs;
    std::vector<KnownResource> m_rows;
    std::vector<int> m_uses; ///< activities that need each
    ListPage* m_list = nullptr;
    QComboBox* m_every = nullptr;
    std::vector<FieldEdit*> m_terms;
};

} // namespace yarrin
