// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/book_offers.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/quantity/bill.h"
#include "core/quantity/units.h"

#include <QCoreApplication>
#include <QLabel>
#include <QVBoxLayout>

#include <algorithm>

namespace yarrin {

namespace {

QString words(const char* text) {
    return QCoreApplication::translate("BookOffer", text);
}

} // namespace

BookOffer::BookOffer(const BookItem& item, QWidget* parent) : QPushButton(parent), m_name(show::text(item.name)) {
    const QString unit = show::text(unitSymbol(item.unit));
    if (item.outputPerCrewDay)
        m_output = words(QT_TR_NOOP("%1 %2 a crew and day")).arg(show::number(*item.outputPerCrewDay), unit);
    else if (item.hoursPerUnit)
        m_output = words(QT_TR_NOOP("%1 crew-hours a %2")).arg(show::number(*item.hoursPerUnit), unit);
    setObjectName(QStringLiteral("bookOffer"));
    setProperty("quiet", true);
    setProperty("inText", true);
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    setText(m_name + QLatin1Char('\n') + m_output);
    setAccessibleName(m_name + QStringLiteral(", ") + m_output);
}

void BookOffer::resizeEvent(QResizeEvent* event) {
    QPushButton::resizeEvent(event);
    const auto cut = [this](const QString& line) {
        return fontMetrics().elidedText(line, Qt::ElideRight, std::max(20, width() - 10));
    };
    setText(cut(m_name) + QLatin1Char('\n') + cut(m_output));
}

void addBookOffers(QVBoxLayout& into, QWidget* owner, const Programme& programme, const OutputBook& book,
                   const std::string& description, const std::string& unit,
                   const std::function<void(const BookItem&)>& taken) {
    std::vector<BookItem> all = programme.book.rows();
    for (const BookItem& own : book.items())
        if (std::none_of(all.begin(), all.end(), [&](const BookItem& copy) { return copy.key == own.key; }))
            all.push_back(own);
    const auto found = suggestionsFor(description, unit, all, 3);
    if (found.empty()) return;
    auto* label = new QLabel(words(QT_TR_NOOP("From the output book it might be")), owner);
    label->setProperty("quiet", true);
    into.addWidget(label);
    for (const Suggestion& suggestion : found) {
        const BookItem& item = all[suggestion.item];
        auto* offer = new BookOffer(item, owner);
        offer->setToolTip(words(QT_TR_NOOP("%1\nWith this output and crew: %2"))
                              .arg(show::text(item.name), show::text(crewText(item.crew))));
        into.addWidget(offer);
        QObject::connect(offer, &QPushButton::clicked, owner, [taken, item] { taken(item); });
    }
}

} // namespace yarrin
