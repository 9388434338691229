// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/chain.h"

#include "store/digest.h"
#include "store/native_schema.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <map>
#include <sqlite3.h>

namespace yarrin {

namespace {

/// What of a row the chain holds. Rows of the base have their content in the chain itself.
const char* contentQuery(ChainKind kind) {
    switch (kind) {
    case ChainKind::base:
        return "SELECT content FROM chain WHERE number = ?";
    case ChainKind::session:
        return "SELECT id, author, opened FROM session WHERE id = ?";
    case ChainKind::ended:
        return "SELECT id, closed FROM session WHERE id = ?";
    case ChainKind::history:
        return "SELECT id, session, at, author, kind, text, changes FROM history WHERE id = ?";
    case ChainKind::revision:
        return "SELECT id, key, purpose, data_date, author, at, history, narrative, image_digest, digest, form "
               "FROM revision WHERE id = ?";
    case ChainKind::accepted:
        return "SELECT id, revision, author, at, reason FROM contract_programme WHERE id = ?";
    case ChainKind::signedBy:
        return "SELECT id, revision, signer, public_key, signature FROM signature WHERE id = ?";
    }
    return "";
}

/// The queries of a connection, prepared once: `change` links a line with every edit.
std::string digestOf(Statement& row, const ChainHead& before, std::int64_t number, ChainKind kind) {
    std::string text =
        "yarrin chain 1\n" + std::to_string(number) + "\n" + before.digest + "\n" + std::string(wordOf(kind)) + "\n";
    row.canonical(text);
    return sha256(text);
}

constexpr std::string_view letters = "0123456789ABCDEFGHJKMNPQRSTVWXYZ"; // no I, L, O and U: they look like others

/// Column by column as typed: the tables of the programme, and by how many of their first columns rows are ordered.
struct Ordered {
    const char* table;
    const char* order;
};
constexpr Ordered ordered[] = {{"activity", "1"},
                               {"allocation", "1"},
                               {"anchor", "1, 2, 3"},
                               {"bill_item", "1"},
                               {"book_item", "1"},
                               {"breakdown", "1"},
                               {"calendar", "1"},
                               {"calendar_day", "1, 2"},
                               {"calendar_exception", "1, 2"},
                               {"event", "1"},
                               {"event_activity", "1, 2"},
                               {"event_days", "1, 2"},
                               {"event_document", "1, 2"},
                               {"event_effect", "1, 2"},
                               {"job", "1"},
                               {"laid_out", "1"},
                               {"laid_out_step", "1, 2"},
                               {"link", "1"},
                               {"location", "1"},
                               {"pause", "1, 2"},
                               {"resource_limit", "1"},
                               {"section", "1"},
                               {"sequence", "1"},
                               {"sequence_link", "1, 2"},
                               {"sequence_step", "1, 2"}};

} // namespace

std::string sealText(const ChainHead& head) {
    const std::string bytes = fromHexadecimal(head.digest);
    if (head.number == 0 || bytes.size() < 15) return "none";
    std::string text = std::to_string(head.number);
    unsigned int held = 0;
    int bits = 0;
    int count = 0;
    for (std::size_t i = 0; i < 15; ++i) {
        held = (held << 8) | static_cast<unsigned char>(bytes[i]);
        bits += 8;
        while (bits >= 5) {
            if (count++ % 4 == 0) text += '-';
            text += letters[(held >> (bits - 5)) & 31];
            bits -= 5;
        }
    }
    return text;
}

ChainHead headOf(Database& database) {
    Statement row(database, "SELECT number, digest FROM chain ORDER BY number DESC LIMIT 1");
    ChainHead head;
    if (!row.next()) return head;
    head.number = row.number();
    head.digest = row.text();
    return head;
}

void link(Database& database, ChainHead& head, ChainKind kind, std::int64_t row) {
    if (database.failed()) return;
    Statement content(database, contentQuery(kind));
    content.with(row);
    if (!content.next()) return database.fail(SQLITE_CORRUPT); // a row just written is not there
    ChainHead next{head.number + 1, {}};
    next.digest = digestOf(content, head, next.number, kind);
    Statement(database, "INSERT INTO chain (number, kind, row, digest) VALUES (?,?,?,?)")
        .insert(next.number, wordOf(kind), row, next.digest);
    if (!database.failed()) head = next;
}

void beginChain(Database& database) {
    if (database.failed() || database.number("SELECT count(*) FROM chain") != 0) return;
    // A number of its own, so that no two records begin alike.
    const std::string content = "salt " + hexadecimal(randomBytes(16)) + "\nhistory " +
                                std::to_string(database.number("SELECT max(id) FROM history")) + "\ntables " +
                                tablesDigest(database) + "\n";
    Statement(database, "INSERT INTO chain (number, kind, row, content, digest) VALUES (1, 'base', 1, ?, '')")
        .insert(content);
    Statement row(database, contentQuery(ChainKind::base));
    row.with(1);
    if (!row.next()) return;
    ChainHead head{1, digestOf(row, {}, 1, ChainKind::base)};
    Statement(database, "UPDATE chain SET digest = ? WHERE number = 1").insert(head.digest);
    // What an older version recorded is linked as it stands now.
    const auto all = [&](const char* query, ChainKind kind) {
        std::vector<std::int64_t> rows;
        {
            Statement each(database, query);
            while (each.next()) rows.push_back(each.number());
        }
        for (const std::int64_t one : rows) link(database, head, kind, one);
    };
    all("SELECT id FROM session ORDER BY id", ChainKind::session);
    all("SELECT id FROM session WHERE closed IS NOT NULL ORDER BY id", ChainKind::ended);
    all("SELECT id FROM history ORDER BY id", ChainKind::history);
    all("SELECT id FROM revision ORDER BY id", ChainKind::revision);
    all("SELECT id FROM contract_programme ORDER BY id", ChainKind::accepted);
}

const std::vector<std::string>& programmeTables() {
    static const std::vector<std::string> names = [] {
        std::vector<std::string> list;
        for (const Ordered& one : ordered) list.emplace_back(one.table);
        for (const LaterTable& one : laterTables()) list.push_back(one.name);
        return list;
    }();
    return names;
}

std::string tablesDigest(Database& database) {
    Digest digest;
    std::string text;
    const auto add = [&](const std::string& table, const std::string& order, bool evenEmpty) {
        Statement row(database, "SELECT * FROM " + table + " ORDER BY " + order);
        const LaterColumns& later = laterColumns(table);
        bool told = evenEmpty;
        if (told) digest.add("table " + table + "\n");
        while (row.next()) {
            text = told ? "row\n" : "table " + table + "\nrow\n";
            told = true;
            row.canonical(text, &later);
            digest.add(text);
        }
    };
    for (const Ordered& one : ordered) add(one.table, one.order, true);
    for (const LaterTable& one : laterTables()) add(one.name, one.order, false);
    return digest.text();
}

ChainHead ChainCheck::before(std::int64_t revision) const {
    for (const auto& [row, number] : revisions)
        if (row == revision && number >= 2 && std::size_t(number) <= lines.size())
            return lines[std::size_t(number) - 2];
    return {};
}

namespace {

/// What the base says of itself: "salt …", "history …" and "tables …", a line each.
void readBase(ChainCheck& check, const std::string& content) {
    const auto field = [&](const std::string& name) {
        const auto at = content.find(name + " ");
        const auto end = at == std::string::npos ? at : content.find('\n', at);
        return end == std::string::npos ? std::string()
                                        : content.substr(at + name.size() + 1, end - at - name.size() - 1);
    };
    check.baseTables = field("tables");
    const std::string history = field("history");
    std::from_chars(history.data(), history.data() + history.size(), check.baseHistory);
}

/// Every row of a kind has one line, in the order of the rows, and every line its row.
void checkRows(Database& database, ChainCheck& check, ChainKind kind, const char* query,
               const std::vector<std::int64_t>& linked) {
    std::vector<std::int64_t> rows;
    Statement each(database, query);
    while (each.next()) rows.push_back(each.number());
    std::vector<std::int64_t> sorted = linked;
    // Sessions may end in another order than they began.
    if (kind == ChainKind::ended) std::sort(sorted.begin(), sorted.end());
    if (rows != sorted)
        check.faults.push_back("the lines of kind " + std::string(wordOf(kind)) + " are not those that were linked: " +
                               std::to_string(rows.size()) + " there, " + std::to_string(sorted.size()) + " linked");
    if (kind == ChainKind::ended) return;
    for (std::size_t i = 0; i < rows.size(); ++i)
        if (rows[i] != std::int64_t(i) + 1) {
            check.faults.push_back("a line of kind " + std::string(wordOf(kind)) + " is missing before number " +
                                   std::to_string(rows[i]));
            break;
        }
}

} // namespace

ChainCheck checkChain(Database& database) {
    ChainCheck check;
    std::map<ChainKind, std::vector<std::int64_t>> linked;
    std::map<ChainKind, std::unique_ptr<Statement>> contents;
    Statement line(database, "SELECT number, kind, row, content, digest FROM chain ORDER BY number");
    while (line.next() && check.faults.size() < 20) {
        const std::int64_t number = line.number();
        const std::string word = line.text();
        const std::int64_t row = line.number();
        const auto content = line.optionalText();
        const std::string digest = line.text();
        const std::string place = "chain line " + std::to_string(number);
        const auto kind = fromWord<ChainKind>(word);
        if (number != check.head.number + 1) {
            check.faults.push_back(place + ": a line before it is missing");
            break;
        }
        if (!kind || (*kind == ChainKind::base) != (number == 1) || content.has_value() != (number == 1)) {
            check.faults.push_back(place + " is of no kind that is known");
            break;
        }
        if (*kind == ChainKind::base) readBase(check, *content);
        auto& query = contents[*kind];
        if (!query) query = std::make_unique<Statement>(database, contentQuery(*kind));
        query->with(row);
        if (!query->next())
            check.faults.push_back(place + ": the " + word + " it stands for is missing");
        else if (digestOf(*query, check.head, number, *kind) != digest)
            check.faults.push_back(place + ": the " + word + " it stands for, or what came before it, was changed");
        check.head = {number, digest};
        check.lines.push_back(check.head);
        linked[*kind].push_back(row);
        if (*kind == ChainKind::revision) check.revisions.emplace_back(row, number);
    }
    if (!check.faults.empty()) return check;
    if (check.head.number == 0) {
        // A file that nobody changed yet has no record.
        if (database.number("SELECT (SELECT count(*) FROM session) + (SELECT count(*) FROM history) + (SELECT count(*) "
                            "FROM revision) + (SELECT count(*) FROM contract_programme) + (SELECT count(*) FROM "
                            "signature)") > 0)
            check.faults.push_back("there is a record, but no chain that links it");
        return check;
    }
    checkRows(database, check, ChainKind::session, "SELECT id FROM session ORDER BY id", linked[ChainKind::session]);
    checkRows(database, check, ChainKind::ended, "SELECT id FROM session WHERE closed IS NOT NULL ORDER BY id",
              linked[ChainKind::ended]);
    checkRows(database, check, ChainKind::history, "SELECT id FROM history ORDER BY id", linked[ChainKind::history]);
    checkRows(database, check, ChainKind::revision, "SELECT id FROM revision ORDER BY id", linked[ChainKind::revision]);
    checkRows(database, check, ChainKind::accepted, "SELECT id FROM contract_programme ORDER BY id",
              linked[ChainKind::accepted]);
    checkRows(database, check, ChainKind::signedBy, "SELECT id FROM signature ORDER BY id",
              linked[ChainKind::signedBy]);
    return check;
}

std::string sealFault(const ChainCheck& chain, const std::string& seal) {
    std::string wanted;
    for (const char c : seal) {
        // Read out or typed, an O is a 0, and so on.
        const char upper = c >= 'a' && c <= 'z' ? static_cast<char>(c - 'a' + 'A') : c;
        if (c == ' ') continue;
        wanted += upper == 'O' ? '0' : upper == 'I' || upper == 'L' ? '1' : upper;
    }
    std::int64_t number = 0;
    const auto [end, fault] = std::from_chars(wanted.data(), wanted.data() + wanted.size(), number);
    const bool shaped = fault == std::errc() && *end == '-' && wanted.size() == std::size_t(end - wanted.data()) + 30;
    if (!shaped || number < 1) return "\"" + seal + "\" is no seal: a number and six groups of four are expected";
    if (std::size_t(number) > chain.lines.size())
        return "the seal was given at line " + std::to_string(number) + " of the record, which has only " +
               std::to_string(chain.lines.size()) + " now";
    if (sealText(chain.lines[std::size_t(number) - 1]) != wanted)
        return "the record is another one than that for which the seal was given";
    return {};
}

} // namespace yarrin
