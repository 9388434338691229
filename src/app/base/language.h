// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/worded.h"

#include <QLocale>
#include <QStringList>
#include <QTranslator>

class QCoreApplication;

namespace yarrin {

/// One catalogue for the sentences of the window and for those that the core forms: each is known by its English words
/// alone, wherever it stands.
class Sentences : public QTranslator, public Catalogue {
    Q_OBJECT
public:
    using QTranslator::QTranslator;

    [[nodiscard]] bool isEmpty() const override { return false; }
    [[nodiscard]] QString translate(const char* context, const char* sentence, const char* meaning,
                                    int count) const override;
    [[nodiscard]] std::string of(const char* id, const char* many, std::int64_t count) const override;
};

/// The languages there are sentences for, English first: "en", "de".
[[nodiscard]] QStringList languages();
/// Speaks one of them, or that of the desktop where it is empty, in words, in names of days and months and in the
/// toolkit's own dialogs; English where there is no catalogue. To be called once, before anything is shown: what stands
/// in a window stays as it is.
void speak(QCoreApplication& application, const QString& language);
/// Speaks by sentences of one's own, as tests do; by none where it is null. They are not owned.
void speakBy(QCoreApplication& application, Sentences* sentences, const QLocale& names);
/// How the language spoken writes days, months and figures; English where nothing else was chosen.
[[nodiscard]] const QLocale& spoken();

} // namespace yarrin
