// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Whether a file holds what was recorded in it.
#include "core/base/worded.h"
#include "store/native.h"
#include "store/native_database.h"
#include "store/programme_file_impl.h"
#include "store/signing.h"

#include <algorithm>

namespace yarrin {

namespace {

/// Goes back from the programme as it is, change by change, and holds what comes out against each revision and against
/// the base of the chain.
class WayBack {
public:
    WayBack(Database& database, Verification& found)
        : m_memory(copyInMemory(database)), m_found(found), m_at(database.number("SELECT max(id) FROM history")) {}

    void to(std::int64_t entry) {
        if (m_lost || entry >= m_at) return;
        std::vector<Blob> changes;
        {
            Statement row(*m_memory, "SELECT changes FROM history WHERE id > ? AND id <= ? AND changes IS NOT NULL "
                                     "ORDER BY id DESC");
            row.with(entry, m_at);
            while (row.next()) changes.push_back(row.blob());
        }
        m_at = entry;
        for (const Blob& one : changes) {
            if (m_memory->failed()) break;
            takeBack(*m_memory, one);
        }
        if (!m_memory->failed()) return;
        m_lost = true;
        m_found.faults.emplace_back(
            worded("the programme is not what the last line of the history left, or a change in the "
                   "history was altered"));
    }
    [[nodiscard]] bool lost() const { return m_lost; }
    [[nodiscard]] Database& memory() { return *m_memory; }

private:
    std::unique_ptr<Database> m_memory;
    Verification& m_found;
    std::int64_t m_at;
    bool m_lost = false;
};

void checkHistory(Database& database, Verification& found, const ChainCheck& chain) {
    WayBack way(database, found);
    std::vector<Verified*> last;
    for (Verified& one : found.revisions) last.push_back(&one);
    std::stable_sort(last.begin(), last.end(),
                     [](const Verified* a, const Verified* b) { return a->revision.history > b->revision.history; });
    bool based = chain.head.number == 0;
    const auto base = [&] {
        way.to(chain.baseHistory);
        if (!based && !way.lost() && tablesDigest(way.memory()) != chain.baseTables)
            found.faults.emplace_back(worded("the programme is not the one that the history began with and led to"));
        based = true;
    };
    for (Verified* one : last) {
        if (!based && one->revision.history < chain.baseHistory) base();
        way.to(one->revision.history);
        if (way.lost()) return;
        if (!one->fault.empty()) continue;
        const auto then = readTables(way.memory());
        const auto frozen = programmeFrom(contentOf(database, one->revision.number).image);
        if (!then.ok() || !frozen.ok() || !(*then == *frozen))
            one->fault = worded("it is not the programme as the history has it at that moment");
    }
    base();
}

/// Signatures stand for the line of the chain that holds the revision.
void checkSignatures(Database& database, Verification& found, const ChainCheck& chain) {
    Statement row(database, "SELECT revision, signer, public_key, signature FROM signature ORDER BY id");
    while (row.next()) {
        const std::int64_t revision = row.number();
        const std::string signer = row.text(), key = row.text(), signature = row.text();
        const auto of = std::find_if(found.revisions.begin(), found.revisions.end(),
                                     [&](const Verified& one) { return one.revision.number == revision; });
        const auto at = std::find_if(chain.revisions.begin(), chain.revisions.end(),
                                     [&](const auto& one) { return one.first == revision; });
        if (of == found.revisions.end() || at == chain.revisions.end()) {
            found.faults.emplace_back(worded("there is a signature of a revision that is not there"));
            continue;
        }
        const ChainHead& head = chain.lines[std::size_t(at->second) - 1];
        if (signatureHolds(key, signedText(head), signature))
            of->signer = worded("%1, key %2", signer, key.substr(0, 16));
        else if (of->fault.empty())
            of->fault = worded("the signature of %1 does not hold", signer);
    }
}

/// What the schema lets through and no Yarrin writes.
void checkRest(Database& database, Verification& found) {
    std::vector<std::string> keys;
    for (const Verified& one : found.revisions) {
        if (const std::string fault = keyFault(one.revision.key); !fault.empty()) found.faults.push_back(fault);
        if (std::find(keys.begin(), keys.end(), one.revision.key) != keys.end())
            found.faults.push_back(worded("two revisions are called %1", one.revision.key));
        keys.push_back(one.revision.key);
    }
    Statement kind(database, "SELECT DISTINCT kind FROM history");
    while (kind.next())
        if (const std::string word = kind.text(); !fromWord<EntryKind>(word))
            found.faults.push_back(worded("a line of the history is of the kind \"%1\", which is not known", word));
    Statement kept(database, "SELECT key FROM keeping");
    while (kept.next())
        if (const std::string key = kept.text(); key != "trial" && key != "narrative" && key != "spare_of" &&
                                                 key != "spare_why" && key != "purpose" && key != "summary")
            found.faults.push_back(worded("something is kept as \"%1\", which is not known", key));
    if (database.number("PRAGMA user_version") < 6) return;
    Statement lines(database, "SELECT name, highest FROM numbering");
    while (lines.next()) {
        const std::string name = lines.text();
        const std::int64_t highest = lines.number();
        const auto& tables = programmeTables();
        if (std::find(tables.begin(), tables.end(), name) == tables.end())
            found.faults.push_back(worded("numbers are noted for \"%1\", which is not known", name));
        else if (highest < database.number(("SELECT max(id) FROM " + name).c_str()))
            found.faults.push_back(worded("a row of %1 has a number that was never given", name));
    }
}

} // namespace

bool Verification::whole() const {
    return faults.empty() &&
           std::all_of(revisions.begin(), revisions.end(), [](const Verified& one) { return one.fault.empty(); });
}

Result<Verification> verifyFile(const std::filesystem::path& path, const std::string& seal) {
    auto opened = readable(path);
    if (!opened.ok()) return opened.errors();
    Database& database = **opened;
    if (const std::string fault = database.text("PRAGMA integrity_check(1)"); fault != "ok")
        return Error{ErrorCode::file, path.string(), worded("the database is damaged: %1", fault),
                     worded("open a copy of it")};
    auto list = revisionsOf(database);
    if (!list.ok()) return list.errors();
    Verification found;
    if (const std::string behind = behindTheEnd(database, path); !behind.empty()) found.faults.push_back(behind);
    if (const auto programme = readTables(database); !programme.ok())
        found.faults.push_back(worded("the programme cannot be read: %1", programme.error().sentence()));
    ChainCheck chain;
    if (database.number("PRAGMA user_version") >= 6) {
        chain = checkChain(database);
        found.seal = sealText(chain.head);
        found.lines = chain.head.number;
        found.faults.insert(found.faults.end(), chain.faults.begin(), chain.faults.end());
    }
    if (!seal.empty())
        if (const std::string fault = sealFault(chain, seal); !fault.empty()) found.faults.push_back(fault);
    for (const Revision& revision : *list)
        found.revisions.push_back({revision, faultOf(database, revision, &chain), {}});
    if (hasRevisions(database)) {
        checkHistory(database, found, chain);
        if (found.lines > 0) checkSignatures(database, found, chain);
        checkRest(database, found);
    }
    if (database.failed()) return *database.error();
    return found;
}

Result<std::string> sealOf(const std::filesystem::path& path) {
    auto opened = readable(path);
    if (!opened.ok()) return opened.errors();
    Database& database = **opened;
    if (database.number("PRAGMA user_version") < 6 || headOf(database).number == 0)
        return Error{ErrorCode::file, path.string(), worded("its record has no chain yet"),
                     worded("change or freeze something first")};
    // A seal of a record that does not hold together would prove nothing.
    const ChainCheck chain = checkChain(database);
    if (!chain.faults.empty())
        return Error{ErrorCode::file, path.string(), chain.faults.front(), worded("see yarrin-cli verify")};
    return sealText(chain.head);
}

} // namespace yarrin
