// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/output_book.h"
#include "core/model/programme.h"

#include <QPushButton>

#include <functional>
#include <vector>

class QVBoxLayout;

namespace yarrin {

/// An item of the output book that may fit, as a button of two lines: its name, cut where there is no room, and what a
/// crew does.
class BookOffer : public QPushButton {
public:
    BookOffer(const BookItem& item, QWidget* parent);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    QString m_name;
    QString m_output;
};

/// Puts offers for work of this description and unit, out of the job's copies and the book itself, below each other
/// under a line that says what they are; nothing where none fits. Pressing one hands it over.
void addBookOffers(QVBoxLayout& into, QWidget* owner, const Programme& programme, const OutputBook& book,
                   const std::string& description, const std::string& unit,
                   const std::function<void(const BookItem&)>& taken);

} // namespace yarrin
