// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The verbs' help in other clothes: as a manual page, and as words that a shell completes.
#include "cli/cli.h"

#include <algorithm>
#include <ostream>
#include <set>
#include <vector>

namespace yarrin {

namespace {

/// Text that roff takes as it is.
std::string roff(std::string_view text) {
    std::string out;
    bool lineBegins = true;
    for (const char c : text) {
        if (lineBegins && (c == '.' || c == '\'')) out += "\\&";
        if (c == '\\')
            out += "\\e";
        else if (c == '-')
            out += "\\-";
        else
            out += c;
        lineBegins = c == '\n';
    }
    return out;
}

/// The options that a help text names, in the order of their letters.
std::set<std::string> optionsIn(std::string_view help) {
    std::set<std::string> found;
    for (std::size_t at = help.find("--"); at != std::string_view::npos; at = help.find("--", at + 2)) {
        std::size_t end = at + 2;
        while (end < help.size() && ((help[end] >= 'a' && help[end] <= 'z') || help[end] == '-')) ++end;
        if (end > at + 2) found.insert(std::string(help.substr(at, end - at)));
    }
    return found;
}

} // namespace

void printManual(std::ostream& out) {
    out << ".TH YARRIN\\-CLI 1 \"" << YARRIN_DATE << "\" \"Yarrin " << YARRIN_VERSION
        << "\" \"User Commands\"\n.SH NAME\nyarrin\\-cli \\- programmes of construction works without a window\n"
           ".SH SYNOPSIS\n.B yarrin\\-cli\n.I verb\n.RI [ words ]\n.SH DESCRIPTION\n"
           "Calculates, checks, compares and converts programmes of\n.BR yarrin (1).\n"
           "Each verb tells more with\n.BR \\-\\-help ;\n"
           "with\n.B \\-\\-json\nmost answer in JSON.\n.SH VERBS\n";
    for (const Verb& verb : verbs())
        out << ".SS " << roff(verb.name) << "\n" << roff(verb.summary) << ".\n.PP\n.nf\n" << roff(verb.help) << ".fi\n";
    out << ".SH EXIT STATUS\n0 done; 1 the programme has an error that stops the calculation; 2 the call's words are\n"
           "off; 3 a file cannot be read or written.\n.SH SEE ALSO\n.BR yarrin (1)\n";
}

void printCompletion(std::ostream& out) {
    std::string all;
    for (const Verb& verb : verbs()) all += (all.empty() ? "" : " ") + std::string(verb.name);
    out << "# bash completion for yarrin-cli\n_yarrin_cli()\n{\n"
           "    local word=${COMP_WORDS[COMP_CWORD]} verb=${COMP_WORDS[1]}\n"
           "    if [ \"$COMP_CWORD\" -eq 1 ]; then\n        COMPREPLY=($(compgen -W \""
        << all
        << " --help --version\" -- \"$word\"))\n        return\n    fi\n"
           "    local options=--help\n    case $verb in\n";
    for (const Verb& verb : verbs()) {
        out << "        " << verb.name << ") options=\"--help";
        for (const std::string& option : optionsIn(verb.help)) out << " " << option;
        out << "\" ;;\n";
    }
    out << "    esac\n    if [[ $word == -* ]]; then\n        COMPREPLY=($(compgen -W \"$options\" -- \"$word\"))\n"
           "    else\n        COMPREPLY=($(compgen -f -- \"$word\"))\n    fi\n}\n"
           "complete -o filenames -F _yarrin_cli yarrin-cli\n";
}

} // namespace yarrin
