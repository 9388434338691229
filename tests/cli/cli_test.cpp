// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file.h"
#include "store/programme_file.h"
#include "support/builder.h"
#include "support/call.h"

#include <nlohmann/json.hpp>

#include <QTemporaryDir>
#include <QTest>

#include <fstream>
#include <map>
#include <sstream>

using namespace yarrin;
using namespace yarrin::test;

class CliTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    [[nodiscard]] std::string path(const char* name) const {
        return m_folder.filePath(QString::fromLatin1(name)).toStdString();
    }
    std::string written(const Programme& p, const char* name) {
        const auto file = path(name);
        if (!writeProgramme(p, file, formatForName(file)).ok()) qFatal("cannot write");
        return file;
    }
private slots:
    void calcPrintsEveryFieldInTheFilesOrder() {
        Builder b;
        b.task("Z", 5).task("A", 5).milestone("M").link("Z", "A").link("A", "M").section("S1", "M", "2027-03-08", 3500);
        const Call c = call({"calc", written(b.programme, "p.yarrin"), "--json"});
        QVERIFY(c.status == ExitStatus::done);
        const auto json = nlohmann::ordered_json::parse(c.out);
        std::string keys;
        for (const auto& [key, value] : json.items()) keys += key + " ";
        QCOMPARE(keys, std::string("programme_finish latest_start activities links sections damages_total problems "));
        keys.clear();
        for (const auto& [key, value] : json["activities"][0].items()) keys += key + " ";
        QCOMPARE(keys, std::string(
                           "id es ef ls lf duration remaining_start total_float free_float critical on_longest_path "));
        QVERIFY(json["activities"][0]["id"] == "Z");
        QVERIFY(json["activities"][1]["ef"] == "2027-03-12T17:00");
        QVERIFY(json["activities"][1]["remaining_start"].is_null());
        QCOMPARE(json["links"][0].dump(), std::string(R"({"from":"Z","to":"A","type":"FS","driving":true})"));
        QVERIFY(json["sections"][0]["days_late"] == 4);
        QVERIFY(json["sections"][0]["damages"]["unrelieved"] == 14000);
        QVERIFY(json["damages_total"]["claimed"] == 14000);
    }

    void impactTellsEveryMethodAndItsStepsAddUp() {
        for (const char* method :
             {"time-impact", "impacted-as-planned", "windows", "as-planned-as-built", "collapsed-as-built"}) {
            const Call c = call({"impact", DEMO, "--method", method, "--json"});
            QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
            const auto json = nlohmann::ordered_json::parse(c.out);
            QVERIFY(json["method"] == method);
            for (std::size_t s = 0; s < 3; ++s) {
                int moved = 0;
                for (const auto& step : json["steps"]) moved += step["sections"][s]["moved"].get<int>();
                const auto& told = json["sections"][s];
                const Date from = *parseDate(told["from"].get<std::string>()),
                           to = *parseDate(told["to"].get<std::string>());
                QCOMPARE(moved, to - from);
                QCOMPARE(moved, told["employer"].get<int>() + told["neutral"].get<int>() + told["own"].get<int>() +
                                    told["recovered"].get<int>());
            }
            const Call words = call({"impact", DEMO, "--method", method});
            QVERIFY(words.out.find("S2 Berth") != std::string::npos);
        }
        QVERIFY(call({"impact", DEMO, "--method", "guess"}).status == ExitStatus::usage);
        QVERIFY(call({"impact"}).status == ExitStatus::usage);
        QVERIFY(call({"impact", path("nowhere.yarrin")}).status == ExitStatus::file);
        Builder loop;
        loop.task("A", 5).task("B", 5).link("A", "B").link("B", "A");
        QVERIFY(call({"impact", written(loop.programme, "loop.yarrin")}).status == ExitStatus::programme);
    }

    void exposureTellsEachSumLineByLine() {
        const Call c = call({"exposure", DEMO, "--json"});
        QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
        const auto json = nlohmann::ordered_json::parse(c.out);
        std::map<std::string, double> sums;
        for (const auto& line : json["lines"]) {
            sums[line["relief"]] += line["sum"].get<double>();
            // The days late follow from what stands beside them.
            int late = *parseDate(line["forecast"].get<std::string>()) -
                       *parseDate(line["completion"].get<std::string>()) - line["granted_days"].get<int>();
            for (const auto& event : line["events"]) late -= event["days"].get<int>();
            QCOMPARE(late, line["days_late"].get<int>());
        }
        for (const char* relief : {"unrelieved", "assessed", "claimed"})
            QCOMPARE(sums[relief], json["damages_total"][relief].get<double>()); // far below the contract's cap
        QCOMPARE(json["updates"].size(), std::size_t(5));
        QVERIFY(json["updates"].back()["damages_total"] == json["damages_total"]);
        const Call late = call({"exposure", DEMO, "--today", "2027-03-20"});
        QVERIFY(late.out.find("E10: notice due 2027-03-01, lapsed") != std::string::npos);
        QVERIFY(call({"exposure", DEMO, "--today", "soon"}).status == ExitStatus::usage);
    }

    void theTableNamesWhatAPersonReads() {
        Builder b;
        b.task("A", 5);
        const Call c = call({"calc", written(b.programme, "table.yarrin")});
        QVERIFY(c.status == ExitStatus::done);
        QVERIFY(c.out.find("5d") != std::string::npos && c.out.find("critical") != std::string::npos);
    }

    void billTellsWhatIsLeft() {
        Builder b;
        b.task("A", 5).task("B", 1);
        b.programme.bill.append({BillItemId{1}, "2.01", "Walls", "m3", Decimal(100), {}, {}, {}, {}});
        b.programme.bill.append({BillItemId{2}, "2.02", "Steel", "t", Decimal(12), {}, {}, {}, {}});
        b.programme.allocations.append({AllocationId{1}, BillItemId{1}, b.id("A"), Decimal::parse("60.5").value()});
        b.programme.allocations.append({AllocationId{2}, BillItemId{2}, b.id("A"), Decimal(5)});
        b.programme.allocations.append({AllocationId{3}, BillItemId{2}, b.id("B"), Decimal(7)});
        const auto file = written(b.programme, "bill.yarrin");
        const Call table = call({"bill", file});
        QVERIFY(table.status == ExitStatus::done);
        QVERIFY2(table.out.find("60.5 placed, 39.5 left") != std::string::npos, table.out.c_str());
        QVERIFY(table.out.find("1 of 2 items placed in full") != std::string::npos);
        const auto json = nlohmann::json::parse(call({"bill", file, "--json"}).out);
        QVERIFY(json["bill"][0]["left"] == 39.5);
        QCOMPARE(json["bill"][1]["activities"].dump(),
                 std::string(R"([{"activity":"A","quantity":5},{"activity":"B","quantity":7}])"));
        QVERIFY(call({"bill"}).status == ExitStatus::usage);
        QVERIFY(call({"bill", file, "--all"}).status == ExitStatus::usage);
        QVERIFY(call({"bill", path("nowhere.yarrin")}).status == ExitStatus::file);
    }

    void convertGoesBothWays() {
        Builder b;
        b.task("A", 5).task("B", 1).link("A", "B");
        const auto native = written(b.programme, "c.yarrin");
        QVERIFY(call({"convert", native, path("c.yarrin.json")}).status == ExitStatus::done);
        QVERIFY(call({"convert", path("c.yarrin.json"), path("d.yarrin")}).status == ExitStatus::done);
        QVERIFY(*readProgramme(path("d.yarrin")) == b.programme);
    }

    void rowsAreListedAsALensShowsThem() {
        Builder b;
        b.task("A10", 5).task("A9", 5).task("B", 2).link("A10", "A9");
        b.programme.codes.append({CodeId{1}, "Trade", {{"Piling", "", ""}, {"Concrete", "", ""}}});
        b.change("B", [](Activity& a) { a.codes = {{CodeId{1}, "Concrete"}}; });
        b.change("A9", [](Activity& a) { a.codes = {{CodeId{1}, "Piling"}}; });
        KeptLens kept;
        kept.id = LensId{1};
        kept.key = "Trades";
        kept.groups = "code:Trade";
        kept.order = "id";
        b.programme.lenses.append(kept);
        const auto file = written(b.programme, "rows.yarrin");
        const Call all = call({"rows", file, "--lens", "Trades", "--columns", "id,days,code:Trade"});
        QVERIFY2(all.status == ExitStatus::done, all.err.c_str());
        QCOMPARE(all.out, std::string("ID\tDays\tTrade\n# Piling (1)\nA9\t5d\tPiling\n# Concrete (1)\nB\t2d\tConcrete\n"
                                      "# without Trade (1)\nA10\t5d\t\n"));
        const Call some = call({"rows", file, "--lens", "One list", "--only", "days < 5d", "--columns", "id"});
        QCOMPARE(some.out, std::string("ID\nB\n"));
        QVERIFY2(some.err.find("2 activities are hidden") != std::string::npos, some.err.c_str());
        QVERIFY(call({"rows", file, "--list"}).out.starts_with("Trades\tkept with the job\nBy breakdown\tships\n"));
        for (const std::vector<std::string>& bad :
             std::vector<std::vector<std::string>>{{"rows", file, "--only", "flaot < 5"},
                                                   {"rows", file, "--lens", "None"},
                                                   {"rows", file, "--columns", "x"},
                                                   {"rows", file, "--lens"},
                                                   {"rows"},
                                                   {"rows", file, "--what"}})
            QVERIFY(call(bad).status == ExitStatus::usage);
    }

    void whyNamesWhatSetTheDates() {
        Builder b;
        b.task("A", 5)
            .task("B", 5)
            .task("C", 2)
            .task("D", 1)
            .link("A", "B", LinkType::fs, 480)
            .link("C", "B")
            .link("B", "D");
        b.constrain("C", ConstraintType::startNotBefore, "2027-03-03");
        const auto file = written(b.programme, "why.yarrin");
        const std::string ofB = call({"why", file, "B"}).out;
        QVERIFY2(ofB.find("the link A +1d (2027-03-08T17:00)") != std::string::npos, ofB.c_str());
        QVERIFY(ofB.find("link C") > ofB.find("otherwise it would start")); // what does not drive stands behind that
        QVERIFY(ofB.find("its calendar") != std::string::npos);             // Monday evening to Tuesday morning
        QVERIFY(ofB.find("driven by: A → B\n") != std::string::npos);
        QVERIFY(ofB.find("drives:    B → D\n") != std::string::npos);
        QVERIFY(ofB.find("the link to D") != std::string::npos);
        QVERIFY(call({"why", file, "C"}).out.find("the constraint on C") != std::string::npos);
        QVERIFY(call({"why", file, "A"}).out.find("the start of the programme") != std::string::npos);
        QVERIFY(call({"why", file, "D"}).out.find("the finish of the programme") != std::string::npos);
        QVERIFY(call({"why", file, "Q"}).status == ExitStatus::usage);
        QVERIFY(call({"why", file}).status == ExitStatus::usage);
    }

    void exitStatusTellsWhatWentWrong() {
        Builder loop;
        loop.task("A", 1).task("B", 1).link("A", "B").link("B", "A");
        const auto file = written(loop.programme, "loop.yarrin.json");
        Call c = call({"calc", file});
        QVERIFY(c.status == ExitStatus::programme);
        QVERIFY(c.err.find(file + ":links: links form a loop: A → B → A") == 0);
        QVERIFY(c.out.empty());
        std::ofstream(path("id.json"))
            << R"({"format":"yarrin-programme","version":1,"start":"2027-03-01T08:00","activities":[{"id":"A","name":"A","calendar":"none"}]})";
        QVERIFY(call({"calc", path("id.json")}).status == ExitStatus::programme);
        std::ofstream(path("key.json"))
            << R"({"format":"yarrin-programme","version":1,"start":"2027-03-01T08:00","colour":1})";
        c = call({"calc", path("key.json")});
        QVERIFY(c.status == ExitStatus::file);
        QVERIFY2(c.err.find("colour") != std::string::npos, c.err.c_str());
        QVERIFY(call({"calc", path("nowhere")}).status == ExitStatus::file);
        QVERIFY(call({"convert", file, path("no/such/folder.yarrin")}).status == ExitStatus::file);
        QVERIFY(call({}).status == ExitStatus::usage);
        QVERIFY(call({"dance"}).status == ExitStatus::usage);
        QVERIFY(call({"calc"}).status == ExitStatus::usage);
        QVERIFY(call({"calc", file, "--yaml"}).status == ExitStatus::usage);
        QVERIFY(call({"convert", file}).status == ExitStatus::usage);
        for (const Verb& verb : verbs()) QVERIFY(call({std::string(verb.name), "--help"}).status == ExitStatus::done);
    }

    void revisionsAreFrozenVerifiedAndCompared() {
        Builder b;
        b.task("A", 5).task("B", 5).milestone("M").link("A", "B").link("B", "M").section("S1", "M", "2027-03-12", 3500);
        const std::string file = written(b.programme, "job.yarrin");
        QVERIFY(call({"freeze", file, "A"}).status == ExitStatus::usage);
        QVERIFY(call({"freeze", written(b.programme, "job.yarrin.json"), "A", "Tender"}).status == ExitStatus::file);
        const Call frozen = call({"freeze", file, "A", "Tender", "--by", "A. Planner", "--accept", "Agreed"});
        QVERIFY2(frozen.status == ExitStatus::done, frozen.err.c_str());
        QVERIFY(call({"freeze", file, "A", "Again"}).status != ExitStatus::done);
        const Call verified = call({"verify", file});
        QVERIFY(verified.status == ExitStatus::done);
        QVERIFY2(verified.out.find(frozen.out.substr(3, 64)) != std::string::npos, verified.out.c_str());
        QVERIFY(verified.out.find("as frozen, contract programme") != std::string::npos);

        Programme later = b.programme;
        Activity a = later.activities[0];
        a.duration = 7 * 480;
        later.activities.replace(0, a);
        const std::string second = written(later, "later.yarrin");
        const Call compared = call({"compare", file + "@A", second});
        QVERIFY2(compared.status == ExitStatus::done, compared.err.c_str());
        QVERIFY2(compared.out.find("A  A: duration 5d -> 7d\n") != std::string::npos, compared.out.c_str());
        QVERIFY2(compared.out.find("forecast 2027-03-12 -> 2027-03-16 (+4 d)") != std::string::npos,
                 compared.out.c_str());
        const Call csv = call({"compare", file, second, "--csv"});
        QVERIFY2(csv.out.starts_with("\"About\",\"Id\",\"Name\",\"What\",\"Before\",\"After\""), csv.out.c_str());
        QVERIFY(call({"compare", file + "@Z", second}).status == ExitStatus::file);
        QVERIFY(call({"compare", file}).status == ExitStatus::usage);
        QCOMPARE(call({"compare", file, file + "@A"}).out, std::string("0 differences\n"));
        // What holds a record is not written over.
        const Call over = call({"convert", second, file});
        QVERIFY(over.status == ExitStatus::file);
        QVERIFY(call({"verify", file}).out == verified.out);
        QVERIFY(call({"verify", path("nowhere.yarrin")}).status == ExitStatus::file);
    }

    /// What a script changed in the text goes into the native file as one change of its record, and can be taken back.
    void takesWhatAnotherFileSays() {
        Builder b;
        b.task("A", 5).task("B", 3).milestone("M").link("A", "B").link("B", "M");
        const std::string file = written(b.programme, "take.yarrin");
        QVERIFY(call({"freeze", file, "A", "Tender"}).status == ExitStatus::done);
        const std::string text = path("take.yarrin.json");
        QVERIFY(call({"convert", file, text}).status == ExitStatus::done);
        QCOMPARE(call({"take", file, text}).out, std::string("nothing differs\n"));
        Programme changed = *readProgramme(text);
        Activity a = changed.activities[0];
        a.duration = *a.duration * 2;
        changed.activities.replace(0, a);
        QVERIFY(writeProgramme(changed, text, FileFormat::json).ok());
        const Call taken = call({"take", file, text, "--text", "Update by script", "--by", "A. Planner"});
        QVERIFY2(taken.status == ExitStatus::done, taken.err.c_str());
        QVERIFY2(taken.out.find("  1 change  ") != std::string::npos, taken.out.c_str());
        QVERIFY(call({"verify", file}).out.find("all as it was recorded") != std::string::npos);
        {
            const auto held = ProgrammeFile::open(file, {"Planner", "2027-03-01 08:00:00"});
            QVERIFY(held.ok());
            QCOMPARE(held->programme.activities[0].duration, a.duration);
            const auto history = held->file->history();
            QVERIFY(history->front().text == "Update by script" && history->front().author == "A. Planner");
            QVERIFY(held->file->programmeAfter(history->front().number - 1)->activities[0].duration ==
                    b.programme.activities[0].duration);
        }
        // What cannot be calculated, cannot be read, or is no native file, is not taken.
        Link back = changed.links[0];
        back.id = changed.links.freshId();
        std::swap(back.from, back.to);
        changed.links.append(back);
        QVERIFY(writeProgramme(changed, text, FileFormat::json).ok());
        QVERIFY(call({"take", file, text}).status != ExitStatus::done);
        QVERIFY(call({"take", text, text}).status == ExitStatus::file);
        QVERIFY(call({"take", file, path("nowhere.json")}).status == ExitStatus::file);
        QVERIFY(call({"take", file}).status == ExitStatus::usage);
        QVERIFY(call({"take", file, text, "--luck"}).status == ExitStatus::usage);
        QVERIFY(call({"take", file, text, "--text"}).status == ExitStatus::usage);
        QCOMPARE(readProgramme(file)->activities[0].duration, a.duration);
        QVERIFY(call({"verify", file}).out.find("all as it was recorded") != std::string::npos);
    }

    /// A seal given away proves later that the record goes on from what it was, or that it does not.
    void sealsAreGivenAndHeldAgainst() {
        Builder b;
        b.task("A", 5);
        const std::string file = written(b.programme, "sealed.yarrin");
        QVERIFY(call({"seal", file}).status == ExitStatus::file); // there is no record yet
        const Call frozen = call({"freeze", file, "A", "Tender", "--sign", path("keys/own.pem")});
        QVERIFY2(frozen.status == ExitStatus::done, frozen.err.c_str());
        const Call sealed = call({"seal", file});
        QVERIFY(sealed.status == ExitStatus::done);
        const std::string seal = sealed.out.substr(0, sealed.out.size() - 1);
        QCOMPARE(seal.substr(seal.find('-')).size(), std::size_t(30));
        QVERIFY(call({"freeze", file, "B", "Update"}).status == ExitStatus::done);
        const Call verified = call({"verify", file, "--seal", seal});
        QVERIFY2(verified.status == ExitStatus::done, verified.err.c_str());
        QVERIFY2(verified.out.find("signed by ") != std::string::npos, verified.out.c_str());
        QVERIFY2(verified.out.find("goes on from the record that was sealed") != std::string::npos,
                 verified.out.c_str());
        const std::string other = written(b.programme, "other.yarrin");
        QVERIFY(call({"freeze", other, "A", "Tender"}).status == ExitStatus::done);
        QVERIFY(call({"freeze", other, "B", "Update"}).status == ExitStatus::done);
        const Call wrong = call({"verify", other, "--seal", seal});
        QVERIFY(wrong.status == ExitStatus::file);
        QVERIFY2(wrong.err.find("another one than that for which the seal was given") != std::string::npos,
                 wrong.err.c_str());
        QVERIFY(call({"verify", file, "--seal"}).status == ExitStatus::usage);
        QVERIFY(call({"seal", path("nowhere.yarrin")}).status == ExitStatus::file);
    }

    /// Half an answer is told by the exit status, of every verb.
    void anAnswerThatCannotBeWrittenIsAnError() {
        Builder b;
        b.task("A", 5).section("S1", "A", "2027-03-12", 3500);
        const std::string file = written(b.programme, "full.yarrin");
        const std::string other = written(b.programme, "full2.yarrin");
        QVERIFY(call({"freeze", file, "A", "Tender"}).status == ExitStatus::done);
        const std::vector<std::vector<std::string>> calls{
            {"calc", file},           {"calc", file, "--json"}, {"bill", file},    {"calendar", file, "continuous"},
            {"compare", file, other}, {"exposure", file},       {"impact", file},  {"seal", file},
            {"verify", file},         {"why", file, "A"},       {"calc", "--help"}};
        for (const auto& words : calls) {
            std::ofstream full("/dev/full");
            std::ostringstream err;
            QVERIFY2(runCli(words, {full, err}) == ExitStatus::file, words.front().c_str());
            std::ostringstream closed;
            closed.setstate(std::ios::badbit);
            QVERIFY2(runCli(words, {closed, err}) == ExitStatus::file, words.front().c_str());
        }
    }

    /// A name does not steer the terminal of who reads it, nor become a formula in their spreadsheet.
    void namesAreOnlyNames() {
        Builder b;
        b.task("A", 5).task("B", 5);
        Programme p = b.programme;
        for (std::size_t i = 0; i < 2; ++i) {
            Activity a = p.activities[i];
            a.name = i == 0 ? "\x1b]0;title\x07red\x1b[31m\xc2\x9b"
                              "2J\x7f\rover"
                            : "=HYPERLINK(\"http://x\")";
            p.activities.replace(i, a);
        }
        const std::string file = written(p, "names.yarrin");
        const auto plain = [](const std::string& text) {
            for (std::size_t i = 0; i < text.size(); ++i) {
                const auto byte = static_cast<unsigned char>(text[i]);
                if (byte < 32 && byte != '\n' && byte != '\r' && byte != '\t') return false;
                if (byte == 127) return false;
                if (byte == 0xC2 && i + 1 < text.size() && static_cast<unsigned char>(text[i + 1]) < 0xA0) return false;
            }
            return true;
        };
        for (const auto& words : std::vector<std::vector<std::string>>{
                 {"calc", file}, {"calc", file, "--json"}, {"why", file, "A"}, {"impact", file}, {"exposure", file}}) {
            const Call c = call(words);
            QVERIFY2(c.status == ExitStatus::done, c.err.c_str());
            QVERIFY2(plain(c.out) && plain(c.err), words.front().c_str());
        }
        Programme later = p;
        Activity a = later.activities[1];
        a.duration = 7 * 480;
        later.activities.replace(1, a);
        const Call csv = call({"compare", file, written(later, "names2.yarrin"), "--csv"});
        QVERIFY2(csv.out.find("\"'=HYPERLINK") != std::string::npos, csv.out.c_str());
        QVERIFY(csv.out.find("\"=HYPERLINK") == std::string::npos);
    }
};

QTEST_APPLESS_MAIN(CliTest)
#include "cli_test.moc"
