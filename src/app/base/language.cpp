// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/language.h"

#include <QCoreApplication>
#include <QDir>
#include <QLibraryInfo>

#include <utility>

/// Resources of a static library are only there once somebody asks for them.
static void initSentences() {
    Q_INIT_RESOURCE(sentences);
}

namespace yarrin {

namespace {

QLocale& spokenNow() {
    static QLocale locale(QLocale::English);
    return locale;
}

/// The first of the desktop's languages that there are sentences for.
QString ofDesktop() {
    for (const QString& wanted : QLocale::system().uiLanguages())
        if (const QString language = wanted.section(QLatin1Char('-'), 0, 0); languages().contains(language))
            return language;
    return QStringLiteral("en");
}

} // namespace

QString Sentences::translate(const char*, const char* sentence, const char* meaning, int count) const {
    return QTranslator::translate("", sentence, meaning && *meaning ? meaning : nullptr, count);
}

std::string Sentences::of(const char* id, const char* many, std::int64_t count) const {
    const int number = many ? int(std::min<std::int64_t>(std::abs(count), 1'000'000)) : -1;
    return translate(nullptr, id, nullptr, number).toStdString();
}

QStringList languages() {
    initSentences();
    QStringList found{QStringLiteral("en")};
    for (const QString& file : QDir(QStringLiteral(":/sentences")).entryList({QStringLiteral("*.qm")}, QDir::Files))
        found << file.section(QLatin1Char('.'), 0, 0);
    return found;
}

void speak(QCoreApplication& application, const QString& wanted) {
    const QString language = languages().contains(wanted) ? wanted : ofDesktop();
    if (language == QLatin1String("en")) return speakBy(application, nullptr, QLocale(QLocale::English));
    QLocale locale(language);
    locale.setNumberOptions(QLocale::OmitGroupSeparator); // commas and stops are of decimals alone
    auto* dialogs = new QTranslator(&application);        // the toolkit's own words
    if (dialogs->load(locale, QStringLiteral("qtbase"), QStringLiteral("_"),
                      QLibraryInfo::path(QLibraryInfo::TranslationsPath)))
        application.installTranslator(dialogs);
    auto* sentences = new Sentences(&application);
    if (sentences->load(QStringLiteral(":/sentences/%1.qm").arg(language))) speakBy(application, sentences, locale);
}

void speakBy(QCoreApplication& application, Sentences* sentences, const QLocale& names) {
    static Sentences* before = nullptr;
    if (Sentences* last = std::exchange(before, sentences)) application.removeTranslator(last);
    if (sentences) application.installTranslator(sentences);
    useCatalogue(sentences);
    spokenNow() = names;
}

const QLocale& spoken() {
    return spokenNow();
}

} // namespace yarrin
