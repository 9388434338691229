// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/sheet_maker.h"

#include "app/reports/facts.h"
#include "app/reports/logic_sheet.h"
#include "app/reports/report_sheet.h"
#include "app/reports/view_reports.h"
#include "app/sheets/bars_sheet.h"

#include <QCoreApplication>

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

Result<QStringList> writeAllSheets(Document& document, const ViewState& shared, const QString& path) {
    std::vector<std::pair<KeptSheet, MakeSheet>> makers;
    for (const KeptSheet& one : document.programme().sheets) makers.emplace_back(one, makerOf(document, shared, one));
    Result<QStringList> written = inputError("nothing was written");
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
        written = PaperSheet::writePdf(path, parts);
    });
    return written;
}

} // namespace yarrin
