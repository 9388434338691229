// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/record/next_revision.h"

#include "app/base/format.h"
#include "app/delay/odds_study.h"
#include "core/base/worded.h"
#include "edit/narrative.h"

#include <algorithm>

#include <QObject>
#include <QRegularExpression>

namespace yarrin {

QString nextRevisionKey(const std::vector<Revision>& revisions) {
    if (revisions.empty()) return QStringLiteral("A");
    QString key = show::text(revisions.back().key);
    const auto taken = [&](const QString& k) {
        return std::any_of(revisions.begin(), revisions.end(),
                           [&](const Revision& r) { return show::text(r.key) == k; });
    };
    for (int tries = 0; tries < 1000 && taken(key); ++tries) {
        const QChar last = key.back();
        if (last.isDigit()) {
            int digits = 1;
            while (digits < key.size() && key.at(key.size() - digits - 1).isDigit()) ++digits;
            key = key.left(key.size() - digits) + QString::number(key.right(digits).toLongLong() + 1);
        } else if (last >= QLatin1Char('A') && last < QLatin1Char('Z')) {
            key.back() = QChar(last.unicode() + 1);
        } else {
            key += QLatin1Char('1');
        }
    }
    return key;
}

QString draftedNarrative(Document& document, const std::vector<Revision>& revisions) {
    const Calculated now{document.programme(), document.schedule()};
    std::string text;
    document.wait(QObject::tr("Drafting the narrative"), [&](WorkWatch& watch) {
        std::shared_ptr<OddsStudy::Findings> found;
        if (saysOdds(document.programme()) && document.schedule().ok())
            found = OddsStudy::find(document.sharedProgramme(), watch);
        const Odds* odds = found && found->odds ? &*found->odds : nullptr;
        const auto last = revisions.empty() ? Result<FrozenState>(inputError(worded("there is none"), {}))
                                            : document.readerOf(revisions.back())();
        if (!last.ok() || !last->schedule->ok()) {
            text = draftNarrative(now, nullptr, {}, odds);
            return;
        }
        const Calculated previous{*last->programme, *last->schedule};
        text = draftNarrative(now, &previous, worded("revision %1", revisions.back().key), odds);
    });
    return show::text(text);
}

QString nextPurpose(const std::vector<Revision>& revisions) {
    if (revisions.empty()) return {};
    const Revision& last = *std::max_element(revisions.begin(), revisions.end(),
                                             [](const Revision& a, const Revision& b) { return a.number < b.number; });
    const QString purpose = show::text(last.purpose);
    static const QRegularExpression numbered(QStringLiteral("^(.*\\D)(\\d{1,6})$"));
    if (const auto match = numbered.match(purpose); match.hasMatch())
        return match.captured(1) + QString::number(match.captured(2).toInt() + 1);
    if (purpose == QObject::tr("Tender")) return QObject::tr("Contract");
    if (purpose == QObject::tr("Contract")) return QObject::tr("Update 1");
    return purpose;
}

} // namespace yarrin
