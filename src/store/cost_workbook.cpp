// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/cost_workbook.h"

#include "core/base/fine.h"
#include "core/base/text.h"
#include "core/labour/cost.h"
#include "store/file.h"
#include "store/plain_locale.h"
#include "store/workbook.h"

#include <xlsxwriter.h>

namespace yarrin {

namespace {

enum Column : lxw_col_t { name, planned, share, cumulative, cost, costSum, value, valueSum, received, paid, position };

constexpr const char* titles[] = {"Period", "Planned",       "Share",    "Share, summed", "Cost",    "Cost, summed",
                                  "Value",  "Value, summed", "Received", "Paid",          "Position"};

std::string cell(Column column, std::size_t row, bool fixed = false) {
    return std::string(1, char('A' + column)) + (fixed ? "$" : "") + std::to_string(row + 1);
}

/// Sheets' own figures stand beside formulas, for programs that do not work them out.
class Writer {
public:
    Writer(lxw_workbook* book, const CostSchedule& schedule) : m_book(book), m_schedule(schedule) {
        m_sheet = workbook_add_worksheet(book, "Cost");
        m_bold = workbook_add_format(book);
        format_set_bold(m_bold);
        m_money = workbook_add_format(book);
        format_set_num_format(m_money, "#,##0.00");
        m_percent = workbook_add_format(book);
        format_set_num_format(m_percent, "0.00%");
    }

    bool run() {
        if (!m_sheet) return false;
        for (lxw_col_t c = 0; c < std::size(titles); ++c) worksheet_write_string(m_sheet, 0, c, titles[c], m_bold);
        worksheet_set_column(m_sheet, 0, position, 14, nullptr);
        worksheet_freeze_panes(m_sheet, 1, 1);
        const auto shares = sharesOf(plannedSums());
        for (std::size_t i = 0; i < m_schedule.periods.size(); ++i) period(i, shares[i]);
        totals();
        chart();
        return true;
    }

private:
    [[nodiscard]] std::vector<Fine> plannedSums() const {
        std::vector<Fine> sums;
        for (const CostPeriod& one : m_schedule.periods) sums.emplace_back(Fraction(one.planned));
        return sums;
    }
    void number(std::size_t row, Column column, const Decimal& figure) {
        worksheet_write_number(m_sheet, lxw_row_t(row), column, figure.toDouble(), m_money);
    }
    void formula(std::size_t row, Column column, const std::string& text, double result, lxw_format* format) {
        worksheet_write_formula_num(m_sheet, lxw_row_t(row), column, text.c_str(), format, result);
    }
    void period(std::size_t i, const ShareRow& shown) {
        const CostPeriod& one = m_schedule.periods[i];
        const std::size_t row = i + 1, last = m_schedule.periods.size() + 1;
        worksheet_write_string(m_sheet, lxw_row_t(row), name, one.name.c_str(), nullptr);
        for (const auto& [column, figure] :
             {std::pair{planned, one.planned}, std::pair{cost, one.cost}, std::pair{value, one.value},
              std::pair{received, one.received}, std::pair{paid, one.paid}})
            number(row, column, figure);
        const auto sum = [&](Column of) { return "SUM(" + cell(of, 1, true) + ":" + cell(of, row) + ")"; };
        m_cost += one.cost.toDouble();
        m_value += one.value.toDouble();
        m_position += one.received.toDouble() - one.paid.toDouble();
        formula(row, share,
                "=IF(" + cell(planned, last, true) + "=0,0," + cell(planned, row) + "/" + cell(planned, last, true) +
                    ")",
                shown.share.toDouble() / 100, m_percent);
        formula(row, cumulative, "=" + sum(share), shown.cumulative.toDouble() / 100, m_percent);
        formula(row, costSum, "=" + sum(cost), m_cost, m_money);
        formula(row, valueSum, "=" + sum(value), m_value, m_money);
        formula(row, position, "=" + sum(received) + "-" + sum(paid), m_position, m_money);
    }
    void totals() {
        const std::size_t row = m_schedule.periods.size() + 1;
        worksheet_write_string(m_sheet, lxw_row_t(row), name, ("In all, " + m_schedule.currency).c_str(), m_bold);
        for (const Column column : {planned, share, cost, value, received, paid}) {
            double sum = 0;
            for (const CostPeriod& one : m_schedule.periods)
                sum += (column == planned    ? one.planned
                        : column == cost     ? one.cost
                        : column == value    ? one.value
                        : column == received ? one.received
                        : column == paid     ? one.paid
                                             : Decimal(0))
                           .toDouble();
            formula(row, column, "=SUM(" + cell(column, 1) + ":" + cell(column, row - 1) + ")",
                    column == share ? 1 : sum, column == share ? m_percent : m_money);
        }
    }
    void chart() {
        const auto last = lxw_row_t(m_schedule.periods.size());
        lxw_chart* lines = workbook_add_chart(m_book, LXW_CHART_LINE);
        for (const Column column : {costSum, valueSum}) {
            lxw_chart_series* series = chart_add_series(lines, nullptr, nullptr);
            chart_series_set_categories(series, "Cost", 1, name, last, name);
            chart_series_set_values(series, "Cost", 1, column, last, column);
            chart_series_set_name(series, titles[column]);
        }
        chart_title_set_name(lines, "Cost and value, summed");
        worksheet_insert_chart(m_sheet, lxw_row_t(last + 3), 1, lines);
    }

    lxw_workbook* m_book;
    const CostSchedule& m_schedule;
    lxw_worksheet* m_sheet = nullptr;
    lxw_format *m_bold = nullptr, *m_money = nullptr, *m_percent = nullptr;
    double m_cost = 0, m_value = 0, m_position = 0;
};

} // namespace

Sheet sheetOf(const CostSchedule& schedule) {
    Sheet sheet{"Cost", {}};
    auto& head = sheet.rows.emplace_back();
    for (const char* title : titles) head.push_back({title, {}});
    std::vector<Fine> sums;
    for (const CostPeriod& one : schedule.periods) sums.emplace_back(Fraction(one.planned));
    const auto shares = sharesOf(sums);
    Fraction costs, values, cash;
    const auto figure = [](const Fraction& sum) { return numberCell(sum.rounded(2).value_or(Decimal(0)).toDouble()); };
    for (std::size_t i = 0; i < schedule.periods.size(); ++i) {
        const CostPeriod& one = schedule.periods[i];
        costs = costs + Fraction(one.cost);
        values = values + Fraction(one.value);
        cash = cash + Fraction(one.received) - Fraction(one.paid);
        sheet.rows.push_back({{one.name, {}},
                              figure(one.planned),
                              numberCell(shares[i].share.toDouble()),
                              numberCell(shares[i].cumulative.toDouble()),
                              figure(one.cost),
                              figure(costs),
                              figure(one.value),
                              figure(values),
                              figure(one.received),
                              figure(one.paid),
                              figure(cash)});
    }
    return sheet;
}

Outcome writeCostSchedule(const CostSchedule& schedule, const std::filesystem::path& path) {
    if (lowered(path.extension().string()) == ".csv") return writeTable(sheetOf(schedule), path);
    return writeBeside(path, [&](const std::filesystem::path& part) -> Outcome {
        const PlainLocale plain; // the library prints numbers as the language of the system has them
        lxw_workbook* book = workbook_new(part.c_str());
        const bool written = Writer(book, schedule).run();
        if (workbook_close(book) != LXW_NO_ERROR || !written)
            return Error{ErrorCode::file, path.string(), "the workbook cannot be written here",
                         "choose another folder"};
        return done();
    });
}

} // namespace yarrin
