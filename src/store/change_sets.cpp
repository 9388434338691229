// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Changes of the history as SQLite's session extension keeps them, taken back.
#include "store/programme_file_impl.h"

#include <algorithm>
#define SQLITE_ENABLE_SESSION 1
#define SQLITE_ENABLE_PREUPDATE_HOOK 1
#include <sqlite3.h>

namespace yarrin {

void takeBack(Database& database, const Blob& changes) {
    int size = 0;
    void* back = nullptr;
    int code = sqlite3changeset_invert(int(changes.bytes.size()), changes.bytes.data(), &size, &back);
    const auto refuse = [](void*, int, sqlite3_changeset_iter*) { return SQLITE_CHANGESET_ABORT; };
    // A change set has no business in the record itself.
    bool strange = false;
    const auto known = [](void* off, const char* table) {
        const auto& tables = programmeTables();
        const bool is = std::find(tables.begin(), tables.end(), table) != tables.end();
        if (!is) *static_cast<bool*>(off) = true;
        return is ? 1 : 0;
    };
    if (code == SQLITE_OK) code = sqlite3changeset_apply(database.handle(), size, back, known, refuse, &strange);
    sqlite3_free(back);
    if (code == SQLITE_OK && strange) code = SQLITE_CORRUPT;
    if (code != SQLITE_OK) database.fail(code == SQLITE_ABORT ? SQLITE_CORRUPT : code);
}

std::unique_ptr<Database> copyInMemory(Database& database) {
    auto memory = std::make_unique<Database>(":memory:", Database::Mode::create);
    sqlite3_backup* backup = sqlite3_backup_init(memory->handle(), "main", database.handle(), "main");
    const int code = backup ? sqlite3_backup_step(backup, -1) : SQLITE_NOMEM;
    sqlite3_backup_finish(backup);
    if (code != SQLITE_DONE) memory->fail(code);
    return memory;
}

} // namespace yarrin
