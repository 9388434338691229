// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/first_look.h"

#include "app/base/look.h"
#include "app/window/stages.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSettings>
#include <QVBoxLayout>

namespace yarrin {

namespace {

using Place = MainWindow::Place;

/// Three lines each: what it is for, where to begin, what comes of it.
QString wordsOf(Place place) {
    switch (place) {
    case Place::contract:
        return FirstLook::tr("What was promised: sections with a date, what lateness costs, periods for notices.\n"
                             "Begin with a section and the milestone that completes it.\n"
                             "From then on the strip at the foot tells where each stands, and what it costs.");
    case Place::siteTime:
        return FirstLook::tr("When the site works: weeks, holidays, seasons, tides, weather.\n"
                             "Drag in the week to make spells; add another calendar for work that goes otherwise.\n"
                             "Every duration counts by the calendar of its work, to the minute.");
    case Place::scope:
        return FirstLook::tr("What is to be built, and where: a breakdown without dates, and places.\n"
                             "Insert adds beside, Shift and Insert below; places may have chainage.\n"
                             "Bills, sequences and the chart of places go by them.");
    case Place::buildUp:
        return FirstLook::tr("From quantities to days: a bill, an output book, crews.\n"
                             "Import a bill, or write activities with quantity, output and crews.\n"
                             "A sequence is laid out over places, and changed everywhere at once.");
    case Place::programme:
        return FirstLook::tr(
            "Work, links and dates: table and bars, the network, places against time.\n"
            "Type what an activity waits for, or draw from bar to bar; dates are computed, never typed.\n"
            "Every change tells at the foot what it moved.");
    case Place::labour:
        return FirstLook::tr("Who and what is needed and when, what it costs, and the cash.\n"
                             "Give resources a rate and what is on site; drag them onto work.\n"
                             "Level inside float, or within supply: proposed before it is kept.");
    case Place::progress:
        return FirstLook::tr("What has happened by a data date: dates, quantities, work left.\n"
                             "Move the data date on, then enter what is done; forms go to site and come back.\n"
                             "The rest is forecast; weeks ahead are promised and closed.");
    case Place::delay:
        return FirstLook::tr("Events, their notices, and what each did to each section.\n"
                             "Record an event as soon as it is known: its clocks run from then on.\n"
                             "Time and money by recognised methods, with statements ready to send.");
    case Place::sheets:
        return FirstLook::tr("What leaves the office: programmes, reports and tables on paper.\n"
                             "Make a sheet, say what it shows; it stands as it will come out.\n"
                             "Kept with the job, and written again next month.");
    default:
        return {};
    }
}

QString keyOf(Place place) {
    return QStringLiteral("seen/") + QLatin1String(infoOf(place).name);
}

} // namespace

FirstLook::FirstLook(QSettings& settings, QWidget* parent)
    : QFrame(parent), m_settings(settings), m_words(new QLabel(this)) {
    setObjectName(QStringLiteral("firstLook"));
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(14, 6, 10, 6);
    m_words->setObjectName(QStringLiteral("firstLookWords"));
    auto* guide = quietButton(tr("More in the guide"), "firstLookGuide", this);
    auto* close = quietButton(tr("Got it"), "firstLookClose", this);
    line->addWidget(m_words, 1);
    line->addWidget(guide, 0, Qt::AlignVCenter);
    line->addWidget(close, 0, Qt::AlignVCenter);
    connect(close, &QPushButton::clicked, this, &FirstLook::dismiss);
    connect(guide, &QPushButton::clicked, this, [this] {
        dismiss();
        emit guideWanted();
    });
    hide();
}

void FirstLook::goneTo(Place place) {
    m_place = place;
    const QString words = wordsOf(place);
    const bool asked = m_wanted && m_settings.value(QStringLiteral("hints"), true).toBool();
    const bool shows = asked && !words.isEmpty() && !m_settings.value(keyOf(place), false).toBool();
    if (shows) m_words->setText(words);
    setVisible(shows);
}

void FirstLook::dismiss() {
    m_settings.setValue(keyOf(m_place), true);
    hide();
}

} // namespace yarrin
