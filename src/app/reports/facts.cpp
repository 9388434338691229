// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/facts.h"

#include "app/base/format.h"
#include "chart/paint/sheet_painter.h"
#include "core/base/worded.h"

#include <QCoreApplication>
#include <QImage>
#include <QSvgRenderer>

namespace yarrin {

namespace {

struct SayFacts {
    Q_DECLARE_TR_FUNCTIONS(SheetFacts)
};

struct Needs {
    bool plan = false, delay = false, before = false, odds = false;
};

Needs needsOf(SheetView view) {
    switch (view) {
    case SheetView::cash:
    case SheetView::lines:
    case SheetView::soundness:
    case SheetView::places:
        return {true, false, false, false};
    case SheetView::completion:
    case SheetView::exposure:
    case SheetView::statement:
        return {false, true, false, false};
    case SheetView::report:
        return {true, true, true, true};
    case SheetView::odds:
        return {false, false, false, true};
    default:
        return {};
    }
}

/// Whether one is the other but for what it is put on paper with.
bool sameWork(const Programme& one, const Programme& other) {
    Programme a = one, b = other;
    a.sheets = b.sheets = {};
    a.lenses = b.lenses = {};
    a.job.firm = b.job.firm;
    a.job.logo = b.job.logo;
    return a == b;
}

QString spaced(const std::string& digest) {
    QString text = show::text(digest.substr(0, 16));
    for (int at = 12; at > 0; at -= 4) text.insert(at, QLatin1Char(' '));
    return text;
}

FootCell stateCell(const SheetFacts& facts, const QString& outlined) {
    const Job& job = facts.programme().job;
    FootCell cell{SayFacts::tr("State"), {}, 1.25, {}};
    cell.lines.push_back(job.dataDate ? SayFacts::tr("data date %1").arg(show::date(dateOf(*job.dataDate)))
                                      : SayFacts::tr("before the first update"));
    if (facts.is) {
        cell.lines.push_back(SayFacts::tr("revision %1").arg(show::text(facts.is->key)));
        cell.lines.push_back(SayFacts::tr("sum %1").arg(spaced(facts.is->digest)));
    } else {
        cell.lines.push_back(facts.trial ? SayFacts::tr("a trial, not a revision")
                                         : SayFacts::tr("as it stands, not a revision"));
    }
    if (!outlined.isEmpty()) cell.lines.push_back(SayFacts::tr("outlined: %1").arg(outlined));
    return cell;
}

/// The firm's sign as large as it goes, without being stretched.
std::function<void(QPainter&, const QRectF&)> logoPainter(const std::string& base64) {
    const QByteArray bytes = QByteArray::fromBase64(QByteArray::fromStdString(base64));
    const auto fitted = [](QSizeF size, const QRectF& box) {
        size.scale(box.size(), Qt::KeepAspectRatio);
        return QRectF(QPointF(box.left(), box.center().y() - size.height() / 2), size);
    };
    QImage image;
    if (image.loadFromData(bytes, "PNG"))
        return [=](QPainter& painter, const QRectF& box) { painter.drawImage(fitted(image.size(), box), image); };
    return [=](QPainter& painter, const QRectF& box) {
        QSvgRenderer renderer(bytes);
        if (renderer.isValid()) renderer.render(&painter, fitted(renderer.defaultSize(), box));
    };
}

/// How likely dates and damages are, where the job says anything of it; for a sheet of odds also what drives them.
void addOdds(SheetFacts& facts, WorkWatch& watch) {
    if (!saysOdds(facts.programme())) return;
    auto odds = OddsStudy::find(facts.now.programme, watch);
    if (odds->odds && facts.sheet.view == SheetView::odds) odds = OddsStudy::findDrivers(*odds, watch);
    facts.odds = std::move(odds);
}

} // namespace

Date SheetFacts::today() const {
    return dateOf(programme().job.dataDate.value_or(programme().job.start));
}

ReadFacts factsFor(Document& document, const KeptSheet& sheet) {
    auto facts = std::make_shared<SheetFacts>();
    facts->sheet = sheet;
    facts->trial = document.trial().has_value();
    facts->now = {document.sharedProgramme(), document.sharedSchedule()};
    HeldFile* file = document.keeper().file();
    if (file)
        if (auto revisions = file->revisions(); revisions.ok()) facts->revisions = *revisions;
    std::function<Result<FrozenState>()> shown, last, before;
    auto& list = facts->revisions;
    if (!sheet.revision.empty()) {
        const auto at =
            std::find_if(list.begin(), list.end(), [&](const Revision& one) { return one.key == sheet.revision; });
        if (at == list.end())
            return [key = sheet.revision](WorkWatch&) -> Result<std::shared_ptr<const SheetFacts>> {
                return inputError(worded("its revision \"%1\" is there no more", key), worded("choose another one"));
            };
        list.erase(at + 1, list.end());
        facts->is = list.back();
        facts->trial = false;
        shown = file->readerOf(list.back());
    } else if (!list.empty()) {
        last = file->readerOf(list.back());
    }
    const Needs needs = needsOf(sheet.view);
    if (needs.before && list.size() > 1) before = file->readerOf(list[list.size() - 2]);
    const auto plan = needs.plan ? agreedPlanOf(document) : std::function<AgreedPlan()>();
    const auto stands = needs.delay ? DelayStudy::standsOf(document, facts->is) : DelayStudy::Stands();
    return [=](WorkWatch& watch) -> Result<std::shared_ptr<const SheetFacts>> {
        if (shown) {
            auto state = shown();
            if (!state.ok()) return state.errors();
            facts->now = *state;
        }
        std::optional<FrozenState> newest;
        if (last)
            if (auto state = last(); state.ok()) {
                newest = *state;
                if (!facts->trial && sameWork(*state->programme, facts->programme()))
                    facts->is = facts->revisions.back();
            }
        // What it is compared with: the last revision, or the one before where it is the last itself.
        if (newest && !facts->is && needs.before) {
            facts->before = newest;
            facts->beforeName = show::text(facts->revisions.back().key);
        } else if (before) {
            if (auto state = before(); state.ok()) {
                facts->before = *state;
                facts->beforeName = show::text(facts->revisions[facts->revisions.size() - 2].key);
            }
        }
        if (plan) facts->plan = plan();
        if (stands) facts->delay = DelayStudy::find(stands, DelayMethod::timeImpact, watch.token());
        if (needs.odds) addOdds(*facts, watch);
        return std::shared_ptr<const SheetFacts>(facts);
    };
}

std::vector<FootCell> sheetFoot(const SheetFacts& facts, const QString& through, const QString& shown,
                                const QString& outlined) {
    std::vector<FootCell> foot;
    const Programme& programme = facts.programme();
    const Job& job = programme.job;
    if (!job.logo.empty()) foot.push_back({{}, {}, 0.7, logoPainter(job.logo)});
    foot.push_back({show::text(job.firm),
                    {show::text(job.title), SayFacts::tr("starts %1").arg(show::date(dateOf(job.start)))},
                    1.2,
                    {}});
    const KeptSheet& sheet = facts.sheet;
    if (sheet.key.empty())
        foot.push_back({{}, {through, shown}, 1.2, {}});
    else
        foot.push_back({{},
                        {show::text(sheet.key), shown.isEmpty() ? through : through + QStringLiteral(" · ") + shown,
                         show::text(sheet.notes)},
                        1.4,
                        {}});
    FootCell sections{SayFacts::tr("Sections"), {}, 1.8, {}};
    for (const SectionFigures& one : facts.schedule().sections) {
        if (!one.forecast) continue;
        const Section& row = *programme.sections.row(one.section);
        sections.lines.push_back(SayFacts::tr("%1 %2 · due %3")
                                     .arg(show::text(row.key), show::date(*one.forecast), show::date(one.extended)));
    }
    if (!sections.lines.empty()) foot.push_back(std::move(sections));
    foot.push_back(stateCell(facts, outlined));
    foot.push_back({SayFacts::tr("Drawn, checked"), {show::text(sheet.drawn), show::text(sheet.checked)}, 0.9, {}});
    return foot;
}

Result<Lens> lensOf(const Programme& programme, const KeptSheet& sheet) {
    std::optional<Lens> lens;
    for (const Lens& one : shippedLenses())
        if (one.name == sheet.lens || (sheet.lens.empty() && !lens)) lens = one;
    for (const KeptLens& kept : programme.lenses)
        if (kept.key == sheet.lens) lens = lensFrom(kept);
    if (!lens) return inputError(worded("its lens \"%1\" is there no more", sheet.lens), worded("choose another one"));
    if (sheet.columns.empty()) return *lens;
    KeptLens own = keptFrom(*lens);
    own.columns = sheet.columns;
    return lensFrom(own);
}

QString nameOf(SheetView view) {
    static const QString names[] = {SayFacts::tr("Table and bars"),
                                    SayFacts::tr("Logic"),
                                    SayFacts::tr("Breakdown"),
                                    SayFacts::tr("Calendars"),
                                    SayFacts::tr("Demand"),
                                    SayFacts::tr("Cost and cash"),
                                    SayFacts::tr("Progress lines"),
                                    SayFacts::tr("How completion moved"),
                                    SayFacts::tr("Exposure to damages"),
                                    SayFacts::tr("Soundness"),
                                    SayFacts::tr("Odds"),
                                    SayFacts::tr("Weeks"),
                                    SayFacts::tr("Places"),
                                    SayFacts::tr("Narrative of a revision"),
                                    SayFacts::tr("Statement of delay"),
                                    SayFacts::tr("Monthly report")};
    static_assert(std::size(names) == sheetViews);
    return names[std::size_t(view)];
}

QString nameOf(ReportPart part) {
    switch (part) {
    case ReportPart::words:
        return SayFacts::tr("Words");
    case ReportPart::standing:
        return SayFacts::tr("Where the job stands");
    case ReportPart::moved:
        return SayFacts::tr("What moved, and why");
    case ReportPart::sections:
        return SayFacts::tr("Sections over the updates");
    case ReportPart::exposure:
        return SayFacts::tr("Exposure to damages");
    case ReportPart::lines:
        return SayFacts::tr("Planned against done");
    case ReportPart::events:
        return SayFacts::tr("Events and notices");
    case ReportPart::next:
        return SayFacts::tr("The next six weeks");
    case ReportPart::soundness:
        return SayFacts::tr("Soundness of the programme");
    case ReportPart::cash:
        return SayFacts::tr("Cost and cash");
    case ReportPart::odds:
        return SayFacts::tr("How likely the dates are");
    case ReportPart::facts:
        return SayFacts::tr("The event and its notices");
    case ReportPart::fragment:
        return SayFacts::tr("The programme before and after");
    case ReportPart::steps:
        return SayFacts::tr("How the delay was analysed");
    case ReportPart::money:
        return SayFacts::tr("Prolongation");
    case ReportPart::assumptions:
        return SayFacts::tr("Assumptions");
    case ReportPart::record:
        return SayFacts::tr("What it rests on");
    }
    return {};
}

} // namespace yarrin
