// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/schedule_words.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/texts.h"
#include "core/time/typed_date.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <regex>

namespace yarrin {

std::string withoutAccents(std::string_view text) {
    // Of U+00C0 to U+00FF, small and capital alike; signs that are no letters stay away.
    static constexpr std::string_view plain = "aaaaaaaceeeeiiiidnooooo ouuuuy saaaaaaaceeeeiiiidnooooo ouuuuy y";
    std::string out;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const auto first = static_cast<unsigned char>(text[i]);
        if (first == 0xc3 && i + 1 < text.size()) {
            const auto second = static_cast<unsigned char>(text[++i]);
            if (second >= 0x80 && second < 0xc0) out += plain[second - 0x80U];
        } else if (first == 0xc2 && i + 1 < text.size()) {
            ++i; // "n°" is "n"
        } else {
            out += text[i];
        }
    }
    return lowered(out);
}

const std::vector<TableField>& scheduleFields() {
    static const std::vector<TableField> fields = [] {
        std::vector<TableField> list{
            {"id",
             toWord("ID"),
             {"id", "activity id", "code", "ref", "no", "number", "nr", "nummer", "vorgangsnr", "n", "numero", "codigo",
              "codice"}},
            {"name",
             toWord("Activity"),
             {"activity",  "name",        "task",         "description",   "activity name",
              "task name", "work",        "vorgang",      "vorgangsname",  "bezeichnung",
              "tatigkeit", "aktivitat",   "beschreibung", "tache",         "nom de la tache",
              "activite",  "designation", "libelle",      "tarea",         "nombre de tarea",
              "actividad", "descripcion", "attivita",     "nome attivita", "descrizione",
              "taak",      "taaknaam",    "activiteit",   "omschrijving"},
             true},
            {"duration",
             toWord("Duration"),
             {"duration", "dur", "days", "length", "dauer", "duree", "duracion", "durata", "duur"}},
            {"predecessors",
             toWord("Waits for"),
             {"waits for", "predecessors", "predecessor", "pred", "preds", "after", "vorganger", "predecesseurs",
              "predecesseur", "predecesoras", "predecesores", "predecessori", "voorganger", "voorgangers"}},
            {"start",
             toWord("Start"),
             {"start", "from", "start date", "begin", "anfang", "beginn", "debut", "date de debut", "comienzo",
              "inicio", "inizio", "startdatum"}},
            {"finish",
             toWord("Finish"),
             {"finish", "end", "to", "finish date", "end date", "ende", "fin", "date de fin", "final", "fine", "einde",
              "einddatum"}},
            {"group",
             toWord("Group"),
             {"group", "section", "breakdown", "phase", "area", "gruppe", "abschnitt", "bereich", "groupe", "lot",
              "grupo", "fase", "gruppo", "groep"}},
            {"level",
             toWord("Level"),
             {"level", "outline level", "indent", "ebene", "gliederungsebene", "niveau", "nivel", "livello"}},
            {"outline",
             toWord("Outline"),
             {"wbs", "outline", "outline number", "gliederung", "gliederungsnummer", "edt", "psp"}},
            {"percent",
             toWord("Done, %"),
             {"percent complete", "percent", "complete", "done", "percent done", "progress", "abgeschlossen", "fertig",
              "fortschritt", "acheve", "avancement", "completado", "avance", "completamento", "gereed", "voortgang"}},
            {"resources",
             toWord("Needs"),
             {"resources", "resource", "resource names", "needs", "crew", "ressourcen", "ressource", "ressources",
              "recursos", "risorse", "middelen"}}};
        for (const PlainText& text : activityTexts())
            list.push_back({text.name.c_str(), text.label.c_str(), {text.words, text.name}});
        return list;
    }();
    return fields;
}

std::string plainSpan(const std::string& text) {
    if (text.size() > longestSpan) return text; // no span is that long, and the library's expressions recurse
    // Without accents a word of a language ends where a word of letters does.
    static const std::array<std::pair<std::regex, const char*>, 4> words{{
        {std::regex(R"((\d)\s*(?:days?|dys?|tage?n?|t|jours?|j|dias?|giorn[oi]|g|gg|dagen|dag)\b\.?)",
                    std::regex::icase),
         "$1d"},
        {std::regex(R"((\d)\s*(?:weeks?|wks?|wochen?|wo|semaines?|sem|semanas?|settiman[ae]|weken|week)\b\.?)",
                    std::regex::icase),
         "$1w"},
        {std::regex(R"((\d)\s*(?:hours?|hrs?|stunden?|std|heures?|horas?|or[ae]|uur|uren)\b\.?)", std::regex::icase),
         "$1h"},
        {std::regex(R"((\d)\s*(?:minutes?|mins?|minuten|minutos?|minut[oi])\b\.?)", std::regex::icase), "$1m"},
    }};
    std::string plain = withoutAccents(text);
    for (const auto& [form, with] : words) plain = std::regex_replace(plain, form, with);
    return plain;
}

namespace {

/// The month that begins so in one of the languages, from 1; 0 where none does, or two do.
unsigned monthCalled(std::string_view word) {
    static constexpr std::array<std::string_view, 12> names{"january januar janvier enero gennaio januari janner",
                                                            "february februar fevrier febrero febbraio februari",
                                                            "march marz maerz mars marzo maart mrt",
                                                            "april avril abril aprile",
                                                            "may mai mayo maggio mei",
                                                            "june juni juin junio giugno",
                                                            "july juli juillet julio luglio",
                                                            "august aout agosto augustus",
                                                            "september septembre septiembre setiembre settembre",
                                                            "october oktober octobre octubre ottobre",
                                                            "november novembre noviembre",
                                                            "december dezember decembre diciembre dicembre"};
    if (word.size() < 3) return 0;
    unsigned found = 0;
    for (unsigned month = 1; month <= names.size(); ++month)
        for (const std::string& name : listed(names[month - 1], ' ')) {
            if (!name.starts_with(word)) continue;
            if (found != 0 && found != month) return 0;
            found = month;
        }
    return found;
}

/// Whether a word may stand beside a date and says nothing that it does not: a weekday, cut or whole, "de".
bool besideDate(std::string_view word) {
    static const std::vector<std::string> known = listed(
        "monday tuesday wednesday thursday friday saturday sunday montag dienstag mittwoch donnerstag freitag samstag "
        "sonnabend sonntag lundi mardi mercredi jeudi vendredi samedi dimanche lunes martes miercoles jueves viernes "
        "sabado domingo lunedi martedi mercoledi giovedi venerdi sabato domenica maandag dinsdag woensdag donderdag "
        "vrijdag zaterdag zondag del den am le el il of",
        ' ');
    return word.size() >= 2 &&
           std::any_of(known.begin(), known.end(), [&](const std::string& one) { return one.starts_with(word); });
}

} // namespace

std::string plainDate(const std::string& text) {
    if (text.size() > longestSpan) return text;
    std::vector<std::string> words(1);
    for (const char c : withoutAccents(text)) {
        if (std::isalnum(static_cast<unsigned char>(c)) != 0)
            words.back() += c;
        else if (!words.back().empty())
            words.emplace_back();
    }
    if (words.back().empty()) words.pop_back();
    const auto isNumber = [](const std::string& word) { return word.front() >= '0' && word.front() <= '9'; };
    // The last that is a month is it: "mar" before it is a Tuesday.
    unsigned month = 0;
    std::vector<std::string> numbers;
    for (const std::string& word : words) {
        if (isNumber(word))
            numbers.push_back(word);
        else if (const unsigned called = monthCalled(word); called != 0)
            month = called;
        else if (!besideDate(word))
            return text;
    }
    if (month == 0 || numbers.size() < 2) return text;
    std::string plain = numbers[0] + " " + std::string(monthNames[month - 1]) + " " + numbers[1];
    // A time of day stays behind it.
    if (const auto colon = text.rfind(' '); numbers.size() > 2 && colon != std::string::npos)
        plain += text.substr(colon);
    return plain;
}

std::string plainLinkType(const std::string& text) {
    static const std::array<std::pair<std::string_view, std::string_view>, 12> words{{{"EA", "FS"},
                                                                                      {"AA", "SS"},
                                                                                      {"EE", "FF"},
                                                                                      {"AE", "SF"},
                                                                                      {"FD", "FS"},
                                                                                      {"DD", "SS"},
                                                                                      {"DF", "SF"},
                                                                                      {"FC", "FS"},
                                                                                      {"CC", "SS"},
                                                                                      {"CF", "SF"},
                                                                                      {"FI", "FS"},
                                                                                      {"II", "SS"}}};
    std::string type = raised(text);
    for (const auto& [theirs, ours] : words)
        if (type == theirs) return std::string(ours);
    return type;
}

std::string plainNeeds(const std::string& text) {
    static const std::regex behind(R"(^(.{1,120}?)(?:\s*[\[(]|\s+x)\s*([0-9]+(?:[.,][0-9]+)?)\s*(%?)\s*[\])]?$)"),
        before(R"(^([0-9]+(?:[.,][0-9]+)?)(?:\s*x\s+|\s+)(.{1,120})$)");
    // Semicolons part them where there are any, else commas, but for those in brackets.
    const bool semicolons = text.find(';') != std::string::npos;
    std::vector<std::string> parts(1);
    int depth = 0;
    for (const char c : text) {
        depth += c == '(' || c == '[' ? 1 : c == ')' || c == ']' ? -1 : 0;
        if (depth <= 0 && c == (semicolons ? ';' : ','))
            parts.emplace_back();
        else
            parts.back() += c;
    }
    std::string out;
    for (const std::string& raw : parts) {
        const std::string part = trimmed(raw);
        if (part.empty()) continue;
        std::string number = "1", what = part;
        std::smatch match;
        bool share = false;
        if (part.size() <= 160 && std::regex_match(part, match, behind)) {
            what = match[1];
            number = match[2];
            share = match[3].length() > 0;
        } else if (part.size() <= 160 && std::regex_match(part, match, before)) {
            number = match[1];
            what = match[2];
        }
        std::replace(number.begin(), number.end(), ',', '.');
        if (const auto value = Decimal::parse(number); share && value)
            number = Decimal::fromDouble(value->toDouble() / 100).value_or(1).text();
        out.append(out.empty() ? "" : "; ").append(number).append(" ").append(what);
    }
    return out;
}

std::optional<double> shareIn(const SheetCell& cell, bool ofHundred) {
    std::string text = trimmed(cell.text);
    if (cell.number) return *cell.number / (ofHundred ? 100 : 1);
    const bool sign = text.ends_with('%');
    if (sign) text = trimmed(text.substr(0, text.size() - 1));
    std::replace(text.begin(), text.end(), ',', '.');
    const auto value = Decimal::parse(text);
    if (!value) return {};
    return value->toDouble() / (sign || ofHundred ? 100 : 1);
}

int indentOf(const std::string& text) {
    int indent = 0;
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (text[i] == ' ')
            ++indent;
        else if (text[i] == '\t')
            indent += 4;
        else if (text[i] == '\xc2' && i + 1 < text.size() && text[i + 1] == '\xa0')
            ++indent, ++i;
        else
            break;
    }
    return indent;
}

} // namespace yarrin
