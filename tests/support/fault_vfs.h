// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <sqlite3.h>

#include <cstring>
#include <vector>

namespace yarrin::test {

/// A layer under SQLite that lets one of its writes go wrong, or all from one on: the disk as it is on bad days. Writes
/// are what changes a file: writing, cutting, synchronising, deleting. It becomes the default of the process.
class FaultVfs {
public:
    enum class Kind {
        none,
        once, ///< that one operation fails with an error of the disk
        full, ///< that one and all after it find the disk full
        torn, ///< half of that write gets through, then all fails, as when the power goes
    };
    /// Which operation goes wrong, counted from 1.
    static void arm(Kind kind, int at) { state() = {kind, at, 0}; }
    static void disarm() { state() = {}; }
    /// How many operations there were since it was armed.
    static int count() { return state().count; }
    static bool hit() { return state().count >= state().at && state().kind != Kind::none; }

    static void install() {
        static sqlite3_vfs vfs;
        sqlite3_vfs* real = sqlite3_vfs_find(nullptr);
        if (std::strcmp(real->zName, "faulty") == 0) return;
        vfs = *real;
        vfs.zName = "faulty";
        vfs.pAppData = real;
        vfs.szOsFile = int(sizeof(File)) + real->szOsFile;
        vfs.xOpen = [](sqlite3_vfs* self, const char* name, sqlite3_file* file, int flags, int* out) {
            auto* made = reinterpret_cast<File*>(file);
            auto* under = static_cast<sqlite3_vfs*>(self->pAppData);
            const int code = under->xOpen(under, name, realOf(file), flags, out);
            made->base.pMethods = realOf(file)->pMethods ? methods(realOf(file)->pMethods) : nullptr;
            return code;
        };
        vfs.xDelete = [](sqlite3_vfs* self, const char* name, int sync) {
            if (const int code = turn(nullptr)) return code;
            auto* under = static_cast<sqlite3_vfs*>(self->pAppData);
            return under->xDelete(under, name, sync);
        };
        sqlite3_vfs_register(&vfs, 1);
    }

private:
    struct State {
        Kind kind = Kind::none;
        int at = 0;
        int count = 0;
    };
    static State& state() {
        static State one;
        return one;
    }
    struct File {
        sqlite3_file base;
    };
    static sqlite3_file* realOf(sqlite3_file* file) {
        return reinterpret_cast<sqlite3_file*>(reinterpret_cast<File*>(file) + 1);
    }
    /// What this operation gets: 0 to go on; `half` is set where half of it still gets through.
    static int turn(bool* half) {
        State& s = state();
        if (s.kind == Kind::none) return 0;
        ++s.count;
        if (s.count < s.at) return 0;
        switch (s.kind) {
        case Kind::once:
            return s.count == s.at ? SQLITE_IOERR_WRITE : 0;
        case Kind::full:
            return SQLITE_FULL;
        case Kind::torn:
            if (half) *half = s.count == s.at;
            return SQLITE_IOERR_WRITE;
        case Kind::none:
            break;
        }
        return 0;
    }
    static const sqlite3_io_methods* methods(const sqlite3_io_methods* real) {
        static sqlite3_io_methods made;
        made = *real;
        made.iVersion = 1; // no shared memory and no mapping: every write comes by here
        made.xClose = [](sqlite3_file* f) { return realOf(f)->pMethods->xClose(realOf(f)); };
        made.xRead = [](sqlite3_file* f, void* to, int n, sqlite3_int64 at) {
            return realOf(f)->pMethods->xRead(realOf(f), to, n, at);
        };
        made.xWrite = [](sqlite3_file* f, const void* from, int n, sqlite3_int64 at) {
            bool half = false;
            if (const int code = turn(&half)) {
                if (half) realOf(f)->pMethods->xWrite(realOf(f), from, n / 2, at);
                return code;
            }
            return realOf(f)->pMethods->xWrite(realOf(f), from, n, at);
        };
        made.xTruncate = [](sqlite3_file* f, sqlite3_int64 size) {
            if (const int code = turn(nullptr)) return code;
            return realOf(f)->pMethods->xTruncate(realOf(f), size);
        };
        made.xSync = [](sqlite3_file* f, int flags) {
            if (const int code = turn(nullptr)) return code;
            return realOf(f)->pMethods->xSync(realOf(f), flags);
        };
        made.xFileSize = [](sqlite3_file* f, sqlite3_int64* size) {
            return realOf(f)->pMethods->xFileSize(realOf(f), size);
        };
        made.xLock = [](sqlite3_file* f, int kind) { return realOf(f)->pMethods->xLock(realOf(f), kind); };
        made.xUnlock = [](sqlite3_file* f, int kind) { return realOf(f)->pMethods->xUnlock(realOf(f), kind); };
        made.xCheckReservedLock = [](sqlite3_file* f, int* out) {
            return realOf(f)->pMethods->xCheckReservedLock(realOf(f), out);
        };
        made.xFileControl = [](sqlite3_file* f, int what, void* with) {
            return realOf(f)->pMethods->xFileControl(realOf(f), what, with);
        };
        made.xSectorSize = [](sqlite3_file* f) { return realOf(f)->pMethods->xSectorSize(realOf(f)); };
        made.xDeviceCharacteristics = [](sqlite3_file* f) {
            return realOf(f)->pMethods->xDeviceCharacteristics(realOf(f));
        };
        return &made;
    }
};

} // namespace yarrin::test
