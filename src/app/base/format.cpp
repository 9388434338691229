// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/format.h"

#include "app/base/language.h"
#include "app/base/preferences.h"
#include "chart/layout/time_scale.h"
#include "core/quantity/learning.h"
#include "core/quantity/units.h"

#include <QCoreApplication>
#include <QLocale>

#include <array>
#include <cmath>

namespace yarrin::show {

namespace {

QString tr(const char* sentence) {
    return QCoreApplication::translate("", sentence);
}

/// In threes, with a comma as the English write them. Elsewhere that is the sign of decimals: there with a blank,
/// so that comma and stop never part thousands.
QString grouped(QString digits) {
    const QChar mark = spoken().language() == QLocale::English ? QChar(QLatin1Char(',')) : QChar(QChar::Nbsp);
    const auto point = digits.indexOf(QLatin1Char('.'));
    for (auto at = (point < 0 ? digits.size() : point) - 3; at > (digits.startsWith(QLatin1Char('-')) ? 1 : 0); at -= 3)
        digits.insert(at, mark);
    return digits;
}

QString currencySign(const std::string& currency) {
    if (currency == "GBP") return QStringLiteral("£");
    if (currency == "EUR") return QStringLiteral("€");
    if (currency == "USD") return QStringLiteral("$");
    return text(currency) + QLatin1Char(' ');
}

} // namespace

QString words(std::string_view sentence) {
    return text(worded(std::string(sentence).c_str()));
}

bool isWord(const std::string& typed, const char* word) {
    const QString said = text(typed).trimmed();
    return said.compare(words(word), Qt::CaseInsensitive) == 0 ||
           said.compare(QLatin1String(word), Qt::CaseInsensitive) == 0;
}

QString label(const ViewField& field) {
    return field.name.starts_with("code:") ? text(field.label) : words(field.label);
}

QString within(const QString& heading) {
    return spoken().language() == QLocale::English ? heading.toLower() : heading;
}

QString monthName(unsigned month) {
    return text(yarrin::monthName(month));
}

QString dayName(int weekday, bool whole) {
    return whole ? spoken().standaloneDayName(weekday + 1) : text(weekdayName(weekday));
}

QString text(std::string_view text) {
    return QString::fromUtf8(text.data(), qsizetype(text.size()));
}

namespace {

/// In words, day first; how all dates can be typed.
QString inWords(Date date) {
    const auto day = yearMonthDay(date);
    return QCoreApplication::translate("", "%1 %2", "a day and its month").arg(day.day).arg(monthName(day.month));
}

QString iso(Date date) {
    return QString::fromStdString(isoDate(date));
}

/// As the system's language orders day, month and year. Figures alone mean day first wherever a date is typed, so a
/// month that comes first has its name.
QString ofLocale(Date of) {
    const QString format = QLocale::system().dateFormat(QLocale::ShortFormat);
    const auto day = format.indexOf(QLatin1Char('d')), month = format.indexOf(QLatin1Char('M')),
               year = format.indexOf(QLatin1Char('y'));
    const auto ymd = yearMonthDay(of);
    if (day < 0 || month < 0 || year < 0 || year < month) return iso(of);
    if (month < day) return QStringLiteral("%1 %2, %3").arg(monthName(ymd.month)).arg(ymd.day).arg(ymd.year);
    QChar between = QLatin1Char('/');
    for (const QChar c : format.mid(day, month - day))
        if (c == QLatin1Char('.') || c == QLatin1Char('-')) between = c;
    const QLatin1Char zero('0');
    return QStringLiteral("%1").arg(ymd.day, 2, 10, zero) + between + QStringLiteral("%1").arg(ymd.month, 2, 10, zero) +
           between + QString::number(ymd.year);
}

} // namespace

QString shortDate(Date of) {
    return preferences().dates == Preferences::Dates::words ? inWords(of) : date(of);
}

QString month(Date of) {
    const auto ymd = yearMonthDay(of);
    if (preferences().dates == Preferences::Dates::iso) return iso(of).left(7);
    return QStringLiteral("%1 %2").arg(monthName(ymd.month)).arg(ymd.year);
}

QString date(Date of) {
    switch (preferences().dates) {
    case Preferences::Dates::iso:
        return iso(of);
    case Preferences::Dates::locale:
        return ofLocale(of);
    case Preferences::Dates::words:
        break;
    }
    return inWords(of) + QStringLiteral(" %1").arg(yearMonthDay(of).year);
}

QString weekdayDate(Date of) {
    return dayName(weekday(of)) + QLatin1Char(' ') + date(of);
}

QString moment(const std::string& at) {
    const auto day = at.size() >= 10 ? parseDate(at.substr(0, 10)) : std::nullopt;
    if (!day) return text(at);
    return at.size() > 11 ? date(*day) + QStringLiteral(", ") + text(at.substr(11)) : date(*day);
}

QString startDate(Instant t) {
    return date(dateOf(t));
}
QString finishDate(Instant t) {
    return date(completionDate(t));
}

QString days(Minutes minutes, Minutes dayMinutes) {
    const bool plain = preferences().spans == Preferences::Spans::days || dayMinutes == 1;
    if (plain && minutes % dayMinutes == 0) return grouped(QString::number(minutes / dayMinutes));
    return daysWithUnit(minutes, dayMinutes);
}

namespace {

/// How many minutes a day has where it is no more than one of a count of days, and where it is a whole day and night.
constexpr Minutes counted = 1;

QString count(Minutes number, const char* unit) {
    return grouped(QString::number(number)) + QLatin1Char(' ') + tr(unit);
}

} // namespace

QString daysWithUnit(Minutes minutes, Minutes dayMinutes) {
    const QString sign = minutes < 0 ? QStringLiteral("−") : QString();
    Minutes rest = std::abs(minutes);
    QStringList parts;
    const Preferences::Spans spans = dayMinutes == counted ? Preferences::Spans::days : preferences().spans;
    if (spans == Preferences::Spans::hours) {
        if (rest >= 60 || rest == 0) parts << count(rest / 60, QT_TR_NOOP("h"));
        if (rest % 60 > 0) parts << count(rest % 60, QT_TR_NOOP("min"));
        return sign + parts.join(QLatin1Char(' '));
    }
    Minutes whole = rest / dayMinutes;
    rest %= dayMinutes;
    if (spans == Preferences::Spans::weeks) {
        const Minutes week = dayMinutes == minutesPerDay ? 7 : preferences().daysPerWeek;
        if (whole >= week) parts << count(whole / week, QT_TR_NOOP("w"));
        whole %= week;
    }
    if (whole > 0 || (rest == 0 && parts.isEmpty())) parts << count(whole, QT_TR_NOOP("d"));
    if (rest >= 60) parts << count(rest / 60, QT_TR_NOOP("h"));
    if (rest % 60 > 0 && (rest < 60 || parts.size() < 2)) parts << count(rest % 60, QT_TR_NOOP("min"));
    return sign + parts.join(QLatin1Char(' '));
}

QString number(const Decimal& value) {
    return grouped(text(value.text()));
}

QString twoDecimals(const Decimal& value) {
    QString digits = number(value);
    if (value.scale() == 0) digits += QLatin1Char('.');
    return digits + QString(std::max(0, 2 - value.scale()), QLatin1Char('0'));
}

QString money(const Decimal& sum, const std::string& currency) {
    const bool negative = sum.sign() < 0;
    QString digits = grouped(text(sum.text()));
    if (negative) digits.remove(0, 1);
    const auto point = digits.indexOf(QLatin1Char('.'));
    if (point >= 0 && digits.size() - point == 2 && minorDigits(currency) == 2) digits += QLatin1Char('0');
    return (negative ? QStringLiteral("−") : QString()) + currencySign(currency) + digits;
}

QString money(const Fraction& sum, const std::string& currency) {
    const auto rounded = sum.rounded(minorDigits(currency));
    return rounded ? money(*rounded, currency) : tr("out of bounds");
}

QString moneyRange(const Exposure& exposure, const std::string& currency) {
    if (exposure.claimed == exposure.unrelieved) return money(exposure.unrelieved, currency);
    return money(exposure.claimed, currency) + QStringLiteral(" – ") + money(exposure.unrelieved, currency);
}

QString countOf(qint64 count, const char* one, const char* many) {
    return grouped(QString::number(count)) + QLatin1Char(' ') + text(wordedCount(one, many, count));
}

QString lateness(int daysLate) {
    if (daysLate == 0) return tr("on its date");
    return (daysLate > 0 ? tr("%1 late") : tr("%1 in hand")).arg(countOf(std::abs(daysLate), "day", "days"));
}

QString shiftOf(int days) {
    return (days > 0 ? tr("%1 later") : tr("%1 earlier")).arg(countOf(std::abs(days), "day", "days"));
}

QStringList linkTypes() {
    return {tr("starts after it"), tr("starts with it"), tr("ends with it"), tr("ends on its start")};
}

QString error(const Error& error) {
    QString sentence = text(error.sentence());
    if (!sentence.isEmpty()) sentence[0] = sentence[0].toUpper();
    return sentence + QLatin1Char('.');
}

QString hours(Minutes minutes) {
    return number((Fraction(minutes) / Fraction(60)).rounded(2).value_or(Decimal(0)));
}

QString value(const FieldValue& value, std::optional<int> decimals) {
    if (const auto* named = std::get_if<Named>(&value)) return text(named->text);
    if (const auto* figure = std::get_if<Decimal>(&value)) {
        if (!decimals) return number(*figure);
        QString digits = number(Fraction(*figure).rounded(*decimals).value_or(*figure));
        const auto point = digits.indexOf(QLatin1Char('.'));
        const auto there = point < 0 ? 0 : digits.size() - point - 1;
        if (point < 0 && *decimals > 0) digits += QLatin1Char('.');
        return digits + QString(std::max<qsizetype>(0, *decimals - there), QLatin1Char('0'));
    }
    if (const auto* span = std::get_if<WorkingDays>(&value)) return daysWithUnit(span->minutes, span->day);
    if (const auto* day = std::get_if<DayAt>(&value)) return date(day->date);
    if (const auto* flag = std::get_if<bool>(&value)) return *flag ? tr("yes") : QString();
    return {};
}

QString derivation(const Measure& measure, Minutes duration, Minutes dayMinutes) {
    if (!measure.crews) return {};
    const QString outcome =
        QCoreApplication::translate("", "%1 of %2", "days of so many hours")
            .arg(daysWithUnit(duration, dayMinutes), dayMinutes % 60 == 0
                                                         ? tr("%1 h").arg(dayMinutes / 60)
                                                         : tr("%1 h %2 min").arg(dayMinutes / 60).arg(dayMinutes % 60));
    // What earlier units taught shortens it: so much of the first unit's time.
    QString learned;
    if (measure.learningRate && measure.unitNumber > 1)
        learned = tr(" × %1 learned")
                      .arg(twoDecimals(Fraction(unitTimeShare(*measure.learningRate, measure.unitNumber))
                                           .rounded(3)
                                           .value_or(Decimal(1))));
    if (measure.outputPerCrewDay)
        return QStringLiteral("%1 ÷ (%2 × %3 × %4)%5 = %6")
            .arg(number(measure.quantity), number(*measure.outputPerCrewDay), number(*measure.crews),
                 twoDecimals(measure.factor), learned, outcome);
    if (measure.hoursPerUnit)
        return tr("%1 × %2 h ÷ (%3 × %4)%5 = %6")
            .arg(number(measure.quantity), number(*measure.hoursPerUnit), number(*measure.crews),
                 twoDecimals(measure.factor), learned, outcome);
    return {};
}

} // namespace yarrin::show
