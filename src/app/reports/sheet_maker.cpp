// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/sheet_maker.h"

#include "app/reports/facts.h"
#include "app/reports/logic_sheet.h"
#include "app/reports/report_sheet.h"
#include "app/reports/view_reports.h"
#include "app/sheets/bars_sheet.h"
#include "core/base/worded.h"

#include <QCoreApplication>
#include <QDir>
#include <QRegularExpression>
#include <QSaveFile>
#include <QTemporaryDir>

namespace yarrin {

namespace {

Result<std::shared_ptr<const PaperSheet>> failed(const std::vector<Error>& errors) {
    return errors;
}

} // namespace

MakeSheet makerOf(Document& document, const ViewState& shared, const KeptSheet& sheet) {
    const ReadFacts read = factsFor(document, sheet);
    if (sheet.view == SheetView::logic)
        return [read](WorkWatch& watch) -> Result<std::shared_ptr<const PaperSheet>> {
            auto facts = read(watch);
            if (!facts.ok()) return failed(facts.errors());
            return LogicSheet::of(*facts);
        };
    if (sheet.view != SheetView::bars)
        return [read](WorkWatch& watch) -> Result<std::shared_ptr<const PaperSheet>> {
            auto facts = read(watch);
            if (!facts.ok()) return failed(facts.errors());
            auto report = reportOf(*facts);
            if (!report.ok()) return failed(report.errors());
            return std::shared_ptr<const PaperSheet>(std::make_shared<ReportSheet>(*report));
        };
    // Its rows are those of a table, which lives here.
    std::shared_ptr<BarsSheet> bars;
    std::optional<std::vector<Error>> fault;
    const auto take = [&](Document& of) {
        auto made = BarsSheet::of(of, shared, sheet);
        if (made.ok())
            bars = std::move(*made);
        else
            fault = made.errors();
    };
    if (sheet.revision.empty()) {
        take(document);
    } else {
        WorkWatch watch;
        auto facts = read(watch);
        if (facts.ok()) {
            Document then;
            then.replace(*(*facts)->now.programme, {});
            take(then);
        } else {
            fault = facts.errors();
        }
    }
    if (fault) return [fault](WorkWatch&) { return failed(*fault); };
    return [bars, read](WorkWatch& watch) -> Result<std::shared_ptr<const PaperSheet>> {
        auto facts = read(watch);
        if (!facts.ok()) return failed(facts.errors());
        bars->setFoot(**facts);
        return std::shared_ptr<const PaperSheet>(bars);
    };
}

namespace {

/// Each sheet as a PDF of its name, in a folder that is made where it is not there: all of them, or none.
Result<QStringList> writeEach(const QString& folder, const std::vector<PaperSheet::Part>& parts) {
    const QTemporaryDir aside;
    std::vector<std::unique_ptr<QSaveFile>> files;
    QStringList names;
    const bool isNew = !QFileInfo::exists(folder);
    if (isNew && !QDir().mkpath(folder))
        return unwrittenAt(folder, QCoreApplication::translate("yarrin", "the folder cannot be made"));
    const auto all = [&]() -> Outcome {
        for (const PaperSheet::Part& part : parts) {
            QString plain = part.first->name();
            static const QRegularExpression noName(QStringLiteral("[/\\\\:*?\"<>|\\x00-\\x1f]|^\\.+"));
            plain.replace(noName, QStringLiteral("_"));
            QString name = plain;
            for (int number = 2; names.contains(name, Qt::CaseInsensitive); ++number)
                name = QStringLiteral("%1 %2").arg(plain).arg(number);
            names << name;
            const QString made = aside.filePath(QString::number(names.size()) + QStringLiteral(".pdf"));
            if (auto written = PaperSheet::writePdf(made, {part}); !written.ok()) return written.errors();
            const QString path = QDir(folder).filePath(name + QStringLiteral(".pdf"));
            QFile from(made);
            files.push_back(std::make_unique<QSaveFile>(path));
            if (!from.open(QIODevice::ReadOnly) || !files.back()->open(QIODevice::WriteOnly) ||
                files.back()->write(from.readAll()) != from.size())
                return unwrittenAt(path, files.back()->errorString());
        }
        for (const auto& file : files)
            if (!file->commit()) return unwrittenAt(file->fileName(), file->errorString());
        return done();
    };
    if (Outcome written = all(); !written.ok()) {
        files.clear();
        if (isNew) QDir().rmdir(folder);
        return written.errors();
    }
    return QStringList{folder};
}

} // namespace

Result<QStringList> writeAllSheets(Document& document, const ViewState& shared, const QString& path) {
    std::vector<std::pair<KeptSheet, MakeSheet>> makers;
    for (const KeptSheet& one : document.programme().sheets) makers.emplace_back(one, makerOf(document, shared, one));
    Result<QStringList> written = inputError(worded("nothing was written"));
    document.wait(QCoreApplication::translate("yarrin", "Putting them on paper"), [&](WorkWatch& watch) {
        WorkScope scope(watch);
        std::vector<std::shared_ptr<const PaperSheet>> made;
        std::vector<PaperSheet::Part> parts;
        for (const auto& [sheet, make] : makers) {
            auto one = make(watch);
            if (!one.ok()) {
                Error error = one.error();
                error.place = sheet.key;
                written = error;
                return;
            }
            made.push_back(std::move(*one));
            parts.emplace_back(made.back().get(), SheetPaper(sheet));
        }
        written = path.endsWith(QLatin1String(".pdf"), Qt::CaseInsensitive) ? PaperSheet::writePdf(path, parts)
                                                                            : writeEach(path, parts);
    });
    return written;
}

} // namespace yarrin
