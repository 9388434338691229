// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/cli.h"
#include "core/network/schedule.h"
#include "edit/compare.h"
#include "edit/identities.h"
#include "edit/narrative.h"
#include "store/csv.h"
#include "store/file.h"
#include "store/programme_file.h"
#include "store/signing.h"

#include <cstdlib>
#include <ctime>
#include <ostream>

namespace yarrin {

namespace {

ExitStatus verify(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> files;
    std::string seal;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        if (arguments[i] == "--seal") {
            if (++i == arguments.size()) return usageFault("verify", "--seal wants a value", streams);
            seal = arguments[i];
        } else if (arguments[i].starts_with("--")) {
            return usageFault("verify", "there is no option " + arguments[i], streams);
        } else {
            files.push_back(arguments[i]);
        }
    }
    if (files.size() != 1) return usageFault("verify", "one file is expected", streams);
    const auto verified = verifyFile(files[0], seal);
    if (!verified.ok()) return report(verified.errors(), files[0], streams);
    for (const Verified& one : verified->revisions) {
        streams.out << one.revision.key << "  " << one.revision.at << "  " << one.revision.digest << "  "
                    << (one.revision.seal.empty() ? "" : one.revision.seal + "  ")
                    << (one.fault.empty() ? "as frozen" : "CHANGED")
                    << (one.revision.contract ? ", contract programme" : "")
                    << (one.signer.empty() ? "" : ", signed by " + one.signer) << "\n";
        if (!one.fault.empty())
            streams.err << files[0] << ":revision " << one.revision.key << ": " << one.fault << "\n";
    }
    for (const std::string& fault : verified->faults) streams.err << files[0] << ": " << fault << "\n";
    const std::size_t count = verified->revisions.size();
    streams.out << count << (count == 1 ? " revision" : " revisions");
    if (verified->lines > 0) streams.out << ", " << verified->lines << " lines in the record, seal " << verified->seal;
    streams.out << (verified->whole() ? "; all as it was recorded" : "; NOT as it was recorded");
    if (!seal.empty() && verified->whole()) streams.out << "; it goes on from the record that was sealed";
    streams.out << "\n";
    return verified->whole() ? ExitStatus::done : ExitStatus::file;
}

ExitStatus seal(std::span<const std::string> arguments, CliStreams streams) {
    if (arguments.size() != 1 || arguments[0].starts_with("--"))
        return usageFault("seal", "one file is expected", streams);
    const auto text = sealOf(arguments[0]);
    if (!text.ok()) return report(text.errors(), arguments[0], streams);
    streams.out << *text << "\n";
    return ExitStatus::done;
}

/// `FILE`, or `FILE@KEY` for a revision in it; a file whose name holds an @ is taken as it is.
Result<Programme> programmeNamed(const std::string& name) {
    std::error_code failed;
    const auto at = name.rfind('@');
    if (at == std::string::npos || std::filesystem::exists(name, failed)) return readProgramme(name);
    return revisionIn(name.substr(0, at), name.substr(at + 1));
}

std::string fileOf(const std::string& name) {
    std::error_code failed;
    const auto at = name.rfind('@');
    return at == std::string::npos || std::filesystem::exists(name, failed) ? name : name.substr(0, at);
}

ExitStatus compareTwo(std::span<const std::string> arguments, CliStreams streams) {
    bool csv = false;
    std::vector<std::string> names;
    for (const std::string& argument : arguments) {
        if (argument == "--csv")
            csv = true;
        else if (argument.starts_with("--"))
            return usageFault("compare", "there is no option " + argument, streams);
        else
            names.push_back(argument);
    }
    if (names.size() != 2) return usageFault("compare", "two programmes are expected", streams);
    const auto before = programmeNamed(names[0]);
    if (!before.ok()) return report(before.errors(), fileOf(names[0]), streams);
    const auto after = programmeNamed(names[1]);
    if (!after.ok()) return report(after.errors(), fileOf(names[1]), streams);
    const Schedule then = schedule(*before);
    const Schedule now = schedule(*after);
    if (!then.ok()) return report(then.errors, names[0], streams);
    if (!now.ok()) return report(now.errors, names[1], streams);
    const bool native = isNative(fileOf(names[0])) && isNative(fileOf(names[1]));
    std::error_code failed;
    const bool sameFile = native && std::filesystem::equivalent(fileOf(names[0]), fileOf(names[1]), failed);
    const auto differences = compare({*before, then}, {*after, now}, sameFile ? MatchBy::identity : MatchBy::key);
    if (csv) {
        streams.out << csvText(differenceSheet(differences));
        return ExitStatus::done;
    }
    for (const Difference& d : differences) {
        streams.out << d.key << "  " << d.name << ": " << d.what;
        if (d.kind == DifferenceKind::added || d.kind == DifferenceKind::removed)
            streams.out << " " << nameOf(d.kind);
        else if (!d.before.empty() || !d.after.empty())
            streams.out << " "
                        << (d.before.empty()  ? d.after
                            : d.after.empty() ? d.before
                                              : d.before + " -> " + d.after);
        if (d.dateBefore && d.dateAfter)
            streams.out << " (" << std::showpos << *d.dateAfter - *d.dateBefore << std::noshowpos << " d)";
        streams.out << "\n";
    }
    const auto counts = countsOf(differences);
    streams.out << differences.size() << (differences.size() == 1 ? " difference" : " differences");
    for (std::size_t kind = 0; kind < counts.size(); ++kind)
        if (counts[kind] > 0)
            streams.out << (kind == 0 ? ": " : ", ") << counts[kind] << " "
                        << nameOf(static_cast<DifferenceKind>(kind));
    streams.out << "\n";
    return ExitStatus::done;
}

/// Who works here and what the time is: the command line is the outermost layer, so it asks the system.
Stamp stampNow() {
    const char* user = std::getenv("USER");
    return {user && *user ? user : "somebody", momentText(std::time(nullptr))};
}

ExitStatus freeze(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> words;
    Stamp stamp = stampNow();
    std::optional<std::string> narrativeFile, reason, keyFile;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        if (!argument.starts_with("--")) {
            words.push_back(argument);
            continue;
        }
        if (argument != "--by" && argument != "--narrative" && argument != "--accept" && argument != "--sign")
            return usageFault("freeze", "there is no option " + argument, streams);
        if (++i == arguments.size()) return usageFault("freeze", argument + " wants a value", streams);
        if (argument == "--by") stamp.author = arguments[i];
        if (argument == "--narrative") narrativeFile = arguments[i];
        if (argument == "--accept") reason = arguments[i];
        if (argument == "--sign") keyFile = arguments[i];
    }
    if (words.size() != 3) return usageFault("freeze", "FILE, KEY and PURPOSE are expected", streams);
    if (!isNative(words[0])) {
        const auto read = readProgramme(words[0]);
        if (!read.ok()) return report(read.errors(), words[0], streams);
        return report({{ErrorCode::file, words[0], "only a native file holds revisions", "convert it first"}}, words[0],
                      streams);
    }
    auto opened = ProgrammeFile::open(words[0], stamp);
    if (!opened.ok()) return report(opened.errors(), words[0], streams);
    ProgrammeFile& file = *opened.value().file;
    if (file.readOnly())
        return report({{ErrorCode::file, words[0], *file.readOnly(), "close it there first"}}, words[0], streams);
    const Programme& programme = opened->programme;
    const Schedule figures = schedule(programme);
    std::string narrative;
    if (narrativeFile) {
        auto text = readTextFile(*narrativeFile);
        if (!text.ok()) return report(text.errors(), *narrativeFile, streams);
        narrative = std::move(text).value();
    } else {
        narrative = draftNarrative({programme, figures}, nullptr, {});
    }
    std::optional<SigningKey> key;
    if (keyFile) {
        auto read = SigningKey::readOrMake(*keyFile);
        if (!read.ok()) return report(read.errors(), *keyFile, streams);
        key = std::move(read).value();
    }
    const auto frozen = file.freeze(programme, words[1], words[2], narrative, stamp, key ? &*key : nullptr);
    Outcome accepted = done();
    if (frozen.ok() && reason) accepted = file.accept(*frozen, *reason, stamp);
    file.close(stamp);
    if (!frozen.ok()) return report(frozen.errors(), words[0], streams);
    if (!accepted.ok()) return report(accepted.errors(), words[0], streams);
    streams.out << frozen->key << "  " << frozen->digest << "  " << frozen->seal << "\n";
    return ExitStatus::done;
}

ExitStatus take(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> files;
    Stamp stamp = stampNow();
    std::optional<std::string> why;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        if (!argument.starts_with("--")) {
            files.push_back(argument);
            continue;
        }
        if (argument != "--by" && argument != "--text")
            return usageFault("take", "there is no option " + argument, streams);
        if (++i == arguments.size()) return usageFault("take", argument + " wants a value", streams);
        (argument == "--by" ? stamp.author : why.emplace()) = arguments[i];
    }
    if (files.size() != 2) return usageFault("take", "FILE and IN are expected", streams);
    const auto incoming = readProgramme(files[1]);
    if (!incoming.ok()) return report(incoming.errors(), files[1], streams);
    if (!isNative(files[0]))
        return report({{ErrorCode::file, files[0], "only a native file keeps a record of changes", "convert it first"}},
                      files[0], streams);
    auto opened = ProgrammeFile::open(files[0], stamp);
    if (!opened.ok()) return report(opened.errors(), files[0], streams);
    ProgrammeFile& file = *opened.value().file;
    if (file.readOnly())
        return report({{ErrorCode::file, files[0], *file.readOnly(), "close it there first"}}, files[0], streams);
    const Programme after = identifiedAs(*incoming, opened->programme);
    const Edit edit = differenceBetween(
        opened->programme, after, why.value_or("Taken from " + std::filesystem::path(files[1]).filename().string()));
    if (edit.changes.empty()) {
        file.close(stamp);
        streams.out << "nothing differs\n";
        return ExitStatus::done;
    }
    const Schedule figures = schedule(after);
    if (!figures.ok() && schedule(opened->programme).ok()) {
        file.close(stamp);
        return report(figures.errors, files[1], streams);
    }
    const auto entry = file.record(EntryKind::edit, edit, after, stamp);
    file.close(stamp);
    if (!entry.ok()) return report(entry.errors(), files[0], streams);
    streams.out << *entry << "  " << edit.changes.size() << (edit.changes.size() == 1 ? " change" : " changes") << "  "
                << file.seal() << "\n";
    return ExitStatus::done;
}

} // namespace

const Verb takeVerb{
    "take", "takes what another file says into a native one, as one change",
    "yarrin-cli take FILE IN [--text WHY] [--by NAME]\n\n"
    "Makes the programme of a native file what IN (mostly the open text format) says, as one change in\n"
    "its record. Rows are the same by their ids; what IN does not have goes. Prints the number of the\n"
    "entry, how many rows changed, and the seal. A programme that cannot be calculated is not taken.\n",
    take};

const Verb freezeVerb{
    "freeze", "freezes a revision of a native file",
    "yarrin-cli freeze FILE KEY PURPOSE [--narrative TEXTFILE] [--by NAME] [--accept REASON]\n"
    "                  [--sign KEYFILE]\n\n"
    "Freezes the programme as it stands under a letter or number and prints its SHA-256 and the seal\n"
    "of the record. Without a narrative one is drafted from the facts. --accept makes it the contract\n"
    "programme. --sign signs it with the key in a file, which is made where there is none.\n",
    freeze};

const Verb verifyVerb{
    "verify", "checks a file, its record and each frozen revision",
    "yarrin-cli verify FILE [--seal SEAL]\n\n"
    "Checks the database and its tables, the chain that links every line of the record, the programme\n"
    "against the last line of its history, and each revision: a line each with its key, when it was\n"
    "frozen, the SHA-256 of its canonical form, the seal, whether it is as it was frozen, and who signed\n"
    "it. With a seal that was given away, whether the record is still the one it was given for, and only\n"
    "goes on from there. Exit status 3 where anything was changed.\n",
    verify};

const Verb sealVerb{"seal", "prints a short seal of a record as it is",
                    "yarrin-cli seal FILE\n\n"
                    "Prints the seal of the record's last line: a number and six groups of four. Given to the other\n"
                    "side, or printed, it proves later that nothing before it was changed: verify FILE --seal SEAL.\n",
                    seal};

const Verb compareVerb{
    "compare", "tells all in which two programmes differ",
    "yarrin-cli compare A B [--csv]\n\n"
    "A and B are files, or FILE@KEY for a frozen revision: job.yarrin@B. Within one native file\n"
    "activities are the same by their identity, so that a changed id is told as such; between files\n"
    "they are the same by their ids. With --csv a table with headings.\n",
    compareTwo};

} // namespace yarrin
