// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/preferences.h"

#include "app/base/language.h"
#include "app/base/look.h"
#include "core/base/worded.h"
#include "edit/activity_edits.h"

#include <QApplication>
#include <QLocale>
#include <QRegularExpression>
#include <QSettings>

#include <array>

namespace yarrin {

namespace {

Preferences now;

/// How each preference is kept: its name in the settings, and the names of its choices in their order.
struct Choice {
    const char* name;
    std::vector<const char*> names;
    std::function<int(const Preferences&)> get;
    std::function<void(Preferences&, int)> set;
};

template <typename Kind> Choice choice(const char* name, std::vector<const char*> names, Kind Preferences::*member) {
    return {name, std::move(names), [member](const Preferences& p) { return int(p.*member); },
            [member](Preferences& p, int value) { p.*member = Kind(value); }};
}

const std::vector<Choice>& choices() {
    static const std::vector<Choice> all{
        choice("language", {"desktop", "en", "de"}, &Preferences::language),
        choice("look", {"light", "dark", "desktop"}, &Preferences::look),
        choice("dates", {"words", "iso", "locale"}, &Preferences::dates),
        choice("numbers", {"plain", "locale"}, &Preferences::numbers),
        choice("spans", {"days", "weeks", "hours"}, &Preferences::spans),
        choice("daysPerWeek", {"0", "1", "2", "3", "4", "5", "6", "7"}, &Preferences::daysPerWeek),
        choice("firstWeekday", {"monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"},
               &Preferences::firstWeekday),
        choice("weekNumbers", {"contract", "iso"}, &Preferences::weekNumbers),
        choice("newCalendar", {"programme", "row-above"}, &Preferences::asRowAbove),
        choice("stretched", {"ask", "crews", "output", "quantity"}, &Preferences::stretched),
        choice("moved", {"hold", "lag"}, &Preferences::moved),
    };
    return all;
}

QString keyOf(const char* name) {
    return QStringLiteral("preferences/") + QLatin1String(name);
}

/// Whether the desktop is dark: what the toolkit was told before this program dressed itself.
bool desktopIsDark() {
    static const bool dark = [] {
        const QPalette palette = QApplication::palette();
        return palette.color(QPalette::Window).lightness() < palette.color(QPalette::WindowText).lightness();
    }();
    return dark;
}

void wear(QApplication& application) {
    const bool dark =
        now.look == Preferences::Look::dark || (now.look == Preferences::Look::desktop && desktopIsDark());
    enlargeText(now.textSize);
    applyLook(application, dark);
}

} // namespace

const Preferences& preferences() {
    return now;
}

PreferenceChanges& preferenceChanges() {
    static PreferenceChanges changes;
    return changes;
}

QString languageKept(const QSettings& settings) {
    const QString kept = settings.value(keyOf("language")).toString();
    return kept == QLatin1String("desktop") ? QString() : kept;
}

void usePreferences(QApplication& application, const QSettings& settings) {
    Preferences read;
    // Who reads another language reads its figures, unless they said otherwise.
    if (spoken().language() != QLocale::English) read.numbers = Preferences::Numbers::locale;
    // What an earlier version kept of it.
    if (settings.value(QStringLiteral("dark")).toBool()) read.look = Preferences::Look::dark;
    for (const Choice& one : choices()) {
        const QString kept = settings.value(keyOf(one.name)).toString();
        for (std::size_t i = 0; i < one.names.size(); ++i)
            if (kept == QLatin1String(one.names[i])) one.set(read, int(i));
    }
    read.daysPerWeek = std::clamp(read.daysPerWeek, 1, 7);
    read.textSize =
        std::clamp(settings.value(keyOf("textSize"), 0).toInt(), Preferences::leastText, Preferences::mostText);
    const QString duration = settings.value(keyOf("duration")).toString();
    if (const auto span = parseSpan(duration.toStdString(), {}); span.ok() && span->minutes > 0)
        read.duration = duration;
    wearPreferences(application, read);
}

void wearPreferences(QApplication& application, const Preferences& wanted) {
    (void)desktopIsDark();
    now = wanted;
    wear(application);
    emit preferenceChanges().changed();
}

void setPreferences(QApplication& application, QSettings& settings, const Preferences& wanted) {
    if (wanted == now) return;
    const Preferences before = std::exchange(now, wanted);
    settings.remove(QStringLiteral("dark"));
    for (const Choice& one : choices())
        settings.setValue(keyOf(one.name), QLatin1String(one.names[std::size_t(one.get(now))]));
    settings.setValue(keyOf("textSize"), now.textSize);
    settings.setValue(keyOf("duration"), now.duration);
    if (before.look != now.look || before.textSize != now.textSize) wear(application);
    emit preferenceChanges().changed();
}

NewWork newWork() {
    return {now.duration.toStdString(), now.asRowAbove};
}

namespace {

/// The characters of the locale, where figures are shown in it; nothing where it writes them as files do.
struct Separators {
    QString point;
    QString group;
};
std::optional<Separators> separators() {
    if (now.numbers != Preferences::Numbers::locale) return {};
    const QLocale locale = spoken().language() == QLocale::English ? QLocale::system() : spoken();
    // Where another language is spoken, thousands are parted by blanks everywhere, in figures that are typed in too.
    const bool own = spoken().language() != QLocale::English;
    Separators found{locale.decimalPoint(), own ? QString(QChar(QChar::Nbsp)) : locale.groupSeparator()};
    if (found.point == QLatin1String(".") && found.group == QLatin1String(",")) return {};
    return found;
}

} // namespace

QString show::local(const QString& words) {
    const auto marks = separators();
    if (!marks) return words;
    static const QRegularExpression figure(
        QStringLiteral("(?<![\\d.,])(\\d{1,3}(?:,\\d{3})++|\\d++)(\\.\\d++)?+(?!\\d|[.,]\\d)"));
    QString shown;
    qsizetype at = 0;
    for (auto it = figure.globalMatch(words); it.hasNext();) {
        const QRegularExpressionMatch match = it.next();
        shown += words.mid(at, match.capturedStart() - at);
        QString whole = match.captured(1), rest = match.captured(2);
        whole.replace(QLatin1Char(','), marks->group);
        if (!rest.isEmpty()) rest.replace(0, 1, marks->point);
        shown += whole + rest;
        at = match.capturedEnd();
    }
    return shown + words.mid(at);
}

Result<QString> figureTyped(const QString& words, const QString& before) {
    const auto marks = separators();
    if (!marks || words == before || marks->point != QLatin1String(",")) return words;
    static const QRegularExpression grouped(QStringLiteral("^\\s*[-+]?[1-9]\\d{0,2}\\.\\d{3}\\s*$")),
        comma(QStringLiteral("^(\\s*[-+]?\\d+),(\\d+\\s*)$"));
    if (grouped.match(words).hasMatch())
        return inputError(worded("\"%1\" can be read in two ways", words.toStdString()),
                          worded("write %1 or %2", words.trimmed().remove(QLatin1Char('.')).toStdString(),
                                 words.trimmed().replace(QLatin1Char('.'), QLatin1Char(',')).toStdString()));
    const QRegularExpressionMatch match = comma.match(words);
    return match.hasMatch() ? match.captured(1) + QLatin1Char('.') + match.captured(2) : words;
}

} // namespace yarrin
