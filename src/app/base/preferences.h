// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QObject>
#include <QString>

class QApplication;
class QSettings;

namespace yarrin {

struct NewWork;

/// How one person likes to see and do things, for all jobs. Nothing of it changes what a file holds but what they type.
struct Preferences {
    /// What is spoken: of these the program needs to be started anew.
    enum class Language { desktop, english, german };
    enum class Look { light, dark, desktop };
    enum class Dates { words, iso, locale };
    enum class Numbers { plain, locale };
    enum class Spans { days, weeks, hours };
    enum class WeekNumbers { contract, iso };
    /// What of measured work follows where its bar is stretched.
    enum class Stretched { ask, crews, output, quantity };
    /// What moves a bar: a date that holds it, or the lag of the link that drives it.
    enum class Moved { hold, lag };

    Language language = Language::desktop;
    Look look = Look::light;
    Dates dates = Dates::words;
    Numbers numbers = Numbers::plain;
    Spans spans = Spans::days;
    int daysPerWeek = 5;  ///< working days, where spans are shown in weeks; of calendar days it is seven
    int firstWeekday = 0; ///< 0 Monday … 6 Sunday
    WeekNumbers weekNumbers = WeekNumbers::contract;
    QString duration = QStringLiteral("5d"); ///< of new work, as typed
    bool asRowAbove = true;                  ///< new work has the calendar of the row above it
    Stretched stretched = Stretched::ask;
    Moved moved = Moved::hold;
    static constexpr int leastText = -1, mostText = 6; ///< half as large again as drawn
    int textSize = 0;                                  ///< pixels by which words are larger
    friend bool operator==(const Preferences&, const Preferences&) = default;
};

/// "en", "de", or nothing where the desktop decides.
[[nodiscard]] QString languageKept(const QSettings& settings);
/// As they are now; those of the program where none were read.
[[nodiscard]] const Preferences& preferences();
/// Reads what was kept, and wears it; what makes no sense there is as if it had not been kept.
void usePreferences(QApplication& application, const QSettings& settings);
/// Puts preferences into effect until the program ends, and keeps them nowhere.
void wearPreferences(QApplication& application, const Preferences& wanted);
/// Keeps preferences and puts them into effect at once.
void setPreferences(QApplication& application, QSettings& settings, const Preferences& wanted);
[[nodiscard]] NewWork newWork();

/// Tells that dates, numbers or sizes are shown otherwise now.
class PreferenceChanges : public QObject {
    Q_OBJECT
signals:
    void changed();
};
[[nodiscard]] PreferenceChanges& preferenceChanges();

namespace show {
/// Figures within words ("1,344.5 m3") as the person's locale writes them; as they are where the preferences do not ask
/// for that. For what is only read: fields that are typed in have figures as files do.
[[nodiscard]] QString local(const QString& words);
} // namespace show

/// A figure that a person typed over `before`, as files have it: their locale's decimal comma is read. Refused where it
/// can be meant in two ways.
[[nodiscard]] Result<QString> figureTyped(const QString& words, const QString& before);

} // namespace yarrin
