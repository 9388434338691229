// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/read_back.h"

#include "core/base/worded.h"
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_rows.h"
#include "store/native_schema.h"

#include <set>

namespace yarrin {

ReadBack::ReadBack() = default;
ReadBack::~ReadBack() = default;

Outcome ReadBack::check(const Edit& edit, const Programme& after) {
    std::vector<Error> faults = faultsOf(after, touchedBy(edit));
    if (!faults.empty()) return faults;
    if (!m_database || m_database->failed()) {
        m_database = std::make_unique<Database>(":memory:", Database::Mode::create);
        makeTables(*m_database, nativeSchemaVersion);
    }
    Programme rows;
    rows.job = after.job;
    forEachRowType([&]<typename Row>(Row*) {
        std::set<std::uint32_t> ids;
        for (const Change& change : edit.changes)
            if (const auto* one = std::get_if<RowChange<Row>>(&change); one && one->after)
                ids.insert(one->after->id.value);
        std::vector<Row> some;
        for (const std::uint32_t id : ids)
            if (const Row* row = tableOf<Row>(after).row({id})) some.push_back(*row);
        tableOf<Row>(rows).assign(std::move(some));
    });
    m_database->run("BEGIN");
    {
        RowWriter writer(*m_database, RowWriter::Into::empty);
        putAll(writer, rows);
    }
    const auto read = readTablesUnchecked(*m_database);
    m_database->run("ROLLBACK");
    if (!read.ok())
        return inputError(worded("this cannot be kept in a file: %1", read.error().what),
                          worded("type something else"));
    if (!(*read == rows))
        return inputError(worded("a file would not give this back as it is"), worded("type something else"));
    return done();
}

} // namespace yarrin
