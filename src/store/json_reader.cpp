// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/worded.h"
#include "store/json.h"
#include "store/json_values.h"

namespace yarrin {

namespace {

using json::Object;

/// Reads what is described, list by list.
class TextReader {
public:
    Result<Programme> read(const json::Json& json) {
        Object root(json, "", m_faults);
        header(root);
        collectKeys(root);
        read(root, describe::Described<Job>::top);
        root.read("options", [&](const json::Json& options, const std::string& where) {
            Object object(options, where, m_faults);
            read(object, describe::Described<Job>::options);
            object.finish();
        });
        root.read("contract", [&](const json::Json& contract, const std::string& where) {
            Object object(contract, where, m_faults);
            read(object, describe::Described<Job>::money);
            read(object, describe::Described<Job>::periods);
            rows<Section>(object);
            object.finish();
        });
        root.read("terms", [&](const json::Json& terms, const std::string& where) {
            Object object(terms, where, m_faults);
            read(object, describe::Described<Job>::terms);
            object.read("pay", [&](const json::Json& pay, const std::string& at) {
                Object heads(pay, at, m_faults);
                read(heads, describe::Described<Job>::pay);
                heads.finish();
            });
            object.finish();
        });
        root.read("odds", [&](const json::Json& odds, const std::string& where) {
            Object object(odds, where, m_faults);
            read(object, describe::Described<Job>::odds);
            object.finish();
        });
        forEachRowType([&]<typename Row>(Row*) {
            if constexpr (!std::is_same_v<Row, Section>) rows<Row>(root);
        });
        root.finish();
        if (m_faults.list().empty()) m_faults.list() = faultsOf(m_programme);
        if (!m_faults.list().empty()) return std::move(m_faults.list());
        return std::move(m_programme);
    }

private:
    void header(Object& root) {
        std::string format;
        root.text("format", format, true);
        if (!format.empty() && format != "yarrin-programme")
            m_faults.file("format", worded("\"%1\" is not yarrin-programme", format));
        Minutes version = 1;
        root.whole("version", version);
        if (version > 1)
            m_faults.file("version", worded("the file was written by a newer Yarrin"),
                          worded("update Yarrin to open it"));
        if (version < 1) m_faults.file("version", worded("there is no such version"));
    }

    /// Fields of the job.
    template <typename Fields> void read(Object& object, const Fields& fields) {
        std::apply([&](const auto&... field) { (json::readField(object, m_programme.job, field, m_keys), ...); },
                   fields);
    }

    /// Rows may name rows that stand later in the file, so ids are given out first.
    void collectKeys(Object& root) {
        m_keys.of<CalendarId>().add("continuous", continuousCalendar);
        forEachRowType([&]<typename Row>(Row*) {
            if constexpr (!describe::kindOf<decltype(Row::id)>.empty()) {
                using Described = describe::Described<Row>;
                const json::Json* holder = std::is_same_v<Row, Section> ? root.member("contract") : nullptr;
                const json::Json* list = nullptr;
                if (!std::is_same_v<Row, Section>)
                    list = root.member(Described::list.data());
                else if (holder && holder->is_object() && holder->contains(Described::list))
                    list = &(*holder)[std::string(Described::list)];
                if (list && list->is_array())
                    keysOf(*list, std::string(Described::list), std::string(std::get<0>(Described::fields).name),
                           m_keys.of<decltype(Row::id)>());
            }
        });
    }
    template <typename Id>
    void keysOf(const json::Json& rows, const std::string& list, const std::string& key, json::Keys<Id>& keys) {
        std::uint32_t next = 1;
        for (const json::Json& row : rows) {
            if (row.is_object() && row.contains(key) && row[key].is_string()) {
                const auto name = row[key].template get<std::string>();
                if (!keys.add(name, Id{next}))
                    m_faults.programme(list + "[" + std::to_string(next - 1) + "]." + key,
                                       worded("the id %1 is used twice", name));
            }
            ++next;
        }
    }

    template <typename Row> void rows(Object& holder) {
        std::vector<Row> rows;
        holder.objects(describe::Described<Row>::list.data(), [&](Object& object) {
            Row& row = rows.emplace_back();
            row.id = decltype(row.id){static_cast<std::uint32_t>(rows.size())};
            json::readRow(object, row, m_keys);
        });
        tableOf<Row>(m_programme).assign(std::move(rows));
    }

    json::Faults m_faults;
    json::AllKeys m_keys;
    Programme m_programme;
};

} // namespace

Result<Programme> programmeFromJson(std::string_view text) {
    const auto read = json::parsed(text);
    if (!read.ok()) return read.errors();
    try {
        return TextReader().read(*read);
    } catch (const json::Json::exception&) {
        return Error{ErrorCode::file, {}, worded("the JSON cannot be read"), {}};
    }
}

} // namespace yarrin
