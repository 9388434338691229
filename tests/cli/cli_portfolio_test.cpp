// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Several jobs side by side: what is told of each by hand, what a file keeps of itself and when that counts, what is no
// job, one job twice.
#include "core/network/why.h"
#include "core/network/why_then.h"
#include "core/soundness/soundness.h"
#include "edit/activity_edits.h"
#include "edit/awaited_edits.h"
#include "store/file.h"
#include "store/portfolio.h"
#include "store/programme_file.h"
#include "support/builder.h"
#include "support/call.h"
#include "support/late_access.h"
#include "support/random_programme.h"

#include <QDir>
#include <QTemporaryDir>
#include <QTest>

#include <nlohmann/json.hpp>

#include <fstream>

using namespace yarrin;
using namespace yarrin::test;

class CliPortfolioTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_root;
    const Stamp m_planner{"A. Planner", "2027-03-01 08:00:00 +00:00"};

    std::filesystem::path folder(const char* name) {
        QDir(m_root.path()).mkpath(QString::fromLatin1(name));
        return std::filesystem::path(m_root.filePath(QString::fromLatin1(name)).toStdString());
    }
    static Programme job(const std::string& title, int days) {
        Builder b;
        b.task("A", days).milestone("M").link("A", "M").section("S1", "M", "2027-03-12", 1000);
        b.programme.job.title = title;
        addLateAccess(b.programme);
        b.programme.job.noticeDays = 7;
        return b.programme;
    }
    static void put(const Programme& programme, const std::filesystem::path& path, FileFormat format) {
        if (!writeProgramme(programme, path, format).ok()) qFatal("not written");
    }

private slots:
    static Programme needing(const std::string& title, const std::string& name, int number, int days) {
        Programme p = job(title, days);
        Resource one;
        one.id = ResourceId{1};
        one.key = "R1";
        one.name = name;
        p.resources.append(one);
        Activity a = p.activities[0];
        a.needs = {{ResourceId{1}, Decimal(number), {}}};
        p.activities.replace(0, a);
        return p;
    }

    /// Two fixers from 1 March for five days, three for 30 working days into April: five in March, three in April.
    void needs() {
        const auto at = folder("needs");
        put(needing("Road", "Fixer", 2, 5), at / "road.yarrin", FileFormat::native);
        put(needing("Bridge", "fixer", 3, 30), at / "bridge.yarrin", FileFormat::native);
        const auto told = [&] {
            const Call c = call({"portfolio", at.string(), "--today", "2027-03-01", "--json"});
            if (int(c.status) != 0) qFatal("%s", c.err.c_str());
            return nlohmann::json::parse(c.out)["needs"].dump();
        };
        QCOMPARE(told(),
                 std::string(R"([{"has":null,"months":[{"month":"2027-03","most":"5"},{"month":"2027-04","most":"3"}],)"
                             R"("months_over":0,"name":"fixer"}])"));
        std::ofstream(at / "firm-has.csv") << "Name;Number\nFixer;4\n";
        QVERIFY2(told().find(R"("has":"4")") != std::string::npos, told().c_str());
        QVERIFY(told().find(R"("months_over":1)") != std::string::npos);
        const Call plain = call({"portfolio", at.string(), "--today", "2027-03-01"});
        QVERIFY2(plain.out.find("in 2027-03  the firm has 4, too few in 1 month") != std::string::npos,
                 plain.out.c_str());
        std::ofstream(at / "firm-has.csv") << "Fixer,5\nCrane,two\n";
        const Call bad = call({"portfolio", at.string()});
        QCOMPARE(int(bad.status), 3);
        QVERIFY2(bad.err.find("firm-has.csv, row 2: it has no number of \"Crane\"") != std::string::npos,
                 bad.err.c_str());
        std::ofstream(at / "firm-has.csv") << "Fixer,5\n";
        // A copy of a job needs nobody a second time; kept or read whole makes no difference.
        put(needing("Road", "Fixer", 2, 5), at / "road copy.yarrin", FileFormat::native);
        const std::string whole = told();
        QVERIFY2(whole.find(R"("most":"5")") != std::string::npos &&
                     whole.find(R"("months_over":0)") != std::string::npos,
                 whole.c_str());
        auto jobs = portfolioOf(at);
        QVERIFY(jobs.ok());
        const auto again = summaryFromText(summaryToText((*jobs)[0].summary));
        QVERIFY(again.ok() && *again == (*jobs)[0].summary);
    }

    /// Five days end in time, twelve on the 16th, four days after the 12th: 4,000. Notice is due on the 8th.
    void told() {
        const auto at = folder("told");
        put(job("Road", 5), at / "2 road.yarrin", FileFormat::native);
        put(job("Bridge", 12), at / "10 bridge.yarrin.json", FileFormat::json);
        std::ofstream(at / "3 notes.yarrin") << "no job";
        std::ofstream(at / "letter.txt") << "Dear";
        const Call plain = call({"portfolio", at.string(), "--today", "2027-03-10"});
        QCOMPARE(int(plain.status), 3);
        QVERIFY2(plain.out.starts_with("2 road.yarrin: Road, ends 2027-03-05\n"), plain.out.c_str());
        QVERIFY(plain.out.find("letter") == std::string::npos);
        const auto json =
            nlohmann::json::parse(call({"portfolio", at.string(), "--today", "2027-03-10", "--json"}).out)["jobs"];
        QCOMPARE(json.size(), std::size_t(3));
        QVERIFY(json[0]["file"] == "2 road.yarrin" && json[1]["file"] == "3 notes.yarrin");
        QVERIFY(!json[1]["fault"].is_null() && json[0]["fault"].is_null());
        QVERIFY(json[0]["sections"][0]["days_late"] == -7 && json[0]["finish"] == "2027-03-05");
        QVERIFY(json[2]["sections"][0]["days_late"] == 4 && json[2]["sections"][0]["forecast"] == "2027-03-16");
        QVERIFY(json[2]["exposure"]["unrelieved"] == "4000.00" || json[2]["exposure"]["unrelieved"] == "4000");
        QVERIFY(json[0]["notices"][0]["due"] == "2027-03-08" && json[0]["notices"][0]["days_left"] == -2);
        QCOMPARE(int(call({"portfolio", (at / "nowhere").string()}).status), 3);
        QCOMPARE(int(call({"portfolio"}).status), 2);
        QVERIFY(call({"portfolio", folder("empty").string()}).out.empty());
    }

    /// The same name, start and sections: one job twice; another start is another job.
    void twice() {
        const auto at = folder("twice");
        put(job("Road", 5), at / "a.yarrin", FileFormat::native);
        put(job("Road", 9), at / "b.yarrin", FileFormat::native);
        Programme later = job("Road", 5);
        later.job.start = *parseInstant("2027-03-08T08:00");
        put(later, at / "c.yarrin", FileFormat::native);
        const auto jobs = portfolioOf(at);
        QVERIFY(jobs.ok());
        QCOMPARE(jobs->size(), std::size_t(3));
        QCOMPARE((*jobs)[1].alikeTo, std::string("a.yarrin"));
        QVERIFY((*jobs)[0].alikeTo.empty() && (*jobs)[2].alikeTo.empty());
    }

    /// What a file keeps counts as long as nothing was changed since; the file stays whole.
    void kept() {
        const auto path = folder("kept") / "job.yarrin";
        Programme p = job("Road", 5);
        put(p, path, FileFormat::native);
        QVERIFY(!keptSummary(path));
        const auto change = [&](const std::function<std::string()>& summary) {
            auto held = ProgrammeFile::open(path, m_planner);
            QVERIFY(held.ok());
            p = held->programme;
            Transaction tx(p);
            QVERIFY(setName(tx, p.activities[0].id, p.activities[0].name + "x").ok());
            QVERIFY(held->file->record(EntryKind::edit, *tx.commit("name"), p, m_planner).ok());
            held->file->close(m_planner, summary);
        };
        change([&] { return summaryToText(summaryOf(p, schedule(p))); });
        const auto summary = keptSummary(path);
        QVERIFY(summary && *summary == summaryOf(p, schedule(p)));
        QVERIFY(verifyFile(path)->whole());
        const auto jobs = portfolioOf(path.parent_path());
        QVERIFY((*jobs)[0].kept && (*jobs)[0].summary == *summary);
        change({}); // another program that knows nothing of it
        QVERIFY(!keptSummary(path));
        QVERIFY(!(*portfolioOf(path.parent_path()))[0].kept);
        QVERIFY(verifyFile(path)->whole());
    }

    /// As text and back, of any job; a text that is damaged is none, and nothing falls over.
    void asText() {
        for (std::uint32_t seed = 1; seed <= 40; ++seed) {
            const Programme p = randomProgramme(seed, {.activities = 20});
            const JobSummary summary = summaryOf(p, schedule(p));
            const std::string text = summaryToText(summary);
            const auto back = summaryFromText(text);
            QVERIFY2(back.ok() && *back == summary, text.c_str());
        }
        const std::string text = summaryToText(summaryOf(job("Road", 5), schedule(job("Road", 5))));
        for (std::size_t size = 0; size < text.size(); ++size) QVERIFY(!summaryFromText(text.substr(0, size)).ok());
        for (const char* word : {"title", "days_late", "duty", "unrelieved", "calculated"}) {
            std::string other = text;
            other.replace(other.find(word), 3, "xyz");
            QVERIFY2(!summaryFromText(other).ok(), word);
        }
    }

    static Awaited roadOpen(const char* at = "2027-03-05T17:00") {
        return {"road.yarrin", "M", "Road open", "Road", *parseInstant(at), {}, {}};
    }
    /// B, of three days, the milestones N and F, and what they wait for.
    static Programme waiting(const Awaited& awaited) {
        Builder b;
        b.task("P", 1).task("B", 3).milestone("N", ActivityKind::startMilestone).milestone("F").link("P", "B");
        for (const char* key : {"B", "N", "F"}) b.change(key, [&](Activity& a) { a.awaited = awaited; });
        return b.programme;
    }
    static std::string spans(const Programme& p) {
        const Schedule dated = schedule(p);
        std::string text;
        for (const char* key : {"B", "N", "F"}) text += dates(p, dated, key) + "\n";
        return text;
    }

    /// Reached on Friday at five: work starts on Monday at eight, and so does what marks a start; an end is marked on
    /// Friday. An hour into Monday: an hour later. What comes later by its links is not held.
    void awaitedDates() {
        QCOMPARE(spans(waiting(roadOpen())), std::string("2027-03-08T08:00 2027-03-10T17:00\n"
                                                         "2027-03-08T08:00 2027-03-08T08:00\n"
                                                         "2027-03-05T17:00 2027-03-05T17:00\n"));
        QCOMPARE(spans(waiting(roadOpen("2027-03-08T09:00"))), std::string("2027-03-08T09:00 2027-03-11T09:00\n"
                                                                           "2027-03-08T09:00 2027-03-08T09:00\n"
                                                                           "2027-03-08T09:00 2027-03-08T09:00\n"));
        Programme p = waiting(roadOpen());
        const auto cause = [&] { return explain(p, schedule(p), p.activities[1].id).start.front().kind; };
        QVERIFY(cause() == CauseKind::awaited);
        Activity first = p.activities[0];
        first.duration = 8 * 480;
        p.activities.replace(0, first);
        QCOMPARE(dates(p, schedule(p), "B"), std::string("2027-03-11T08:00 2027-03-15T17:00"));
        QVERIFY(cause() == CauseKind::link);
        // Without it, B begins as its link has it; and so it does once it has begun.
        p = waiting(roadOpen());
        const auto other = otherwise(p, schedule(p), p.activities[1].id);
        QVERIFY(other && other->start == *parseInstant("2027-03-02T08:00"));
        Activity begun = p.activities[1];
        begun.actualStart = parseInstant("2027-03-02T08:00");
        p.activities.replace(1, begun);
        p.job.dataDate = parseInstant("2027-03-03T08:00");
        // P has the 3rd, what is left of B the 4th, 5th and 8th: not the 8th to 10th.
        QCOMPARE(dates(p, schedule(p), "B"), std::string("2027-03-02T08:00 2027-03-08T17:00"));
        // Nobody asks what leads to what waits for another job.
        p = waiting(roadOpen());
        int open = 0;
        for (const Finding& one : soundnessOf(p, schedule(p), {}).findings) {
            if (one.concern != Concern::openStart) continue;
            ++open;
            QVERIFY(one.activity == p.activities[0].id);
        }
        QCOMPARE(open, 1);
    }

    /// The other job moves by five working days, back, has its milestone renamed, is no longer calculated, is gone.
    void awaited() {
        const auto at = folder("awaited");
        const std::string file = (at / "own.yarrin").string();
        put(job("Road", 5), at / "road.yarrin", FileFormat::native);
        put(waiting(roadOpen()), file, FileFormat::native);
        const auto told = [&](std::vector<std::string> more = {}) {
            more.insert(more.begin(), {"awaited", file});
            return call(more);
        };
        QVERIFY(told().out.starts_with("B waits for M Road open of Road: 2027-03-05\nN waits for M Road open"));
        QVERIFY(told().out.find("now") == std::string::npos);
        put(job("Road", 10), at / "road.yarrin", FileFormat::native);
        QVERIFY2(told().out.starts_with("B waits for M Road open of Road: 2027-03-05, now 2027-03-12, 7 days later\n"),
                 told().out.c_str());
        const std::string next = (at / "next.yarrin").string();
        QCOMPARE(int(told({"--write", next, "--today", "2027-02-20"}).status), 0);
        const auto taken = readProgramme(next);
        QVERIFY(taken.ok());
        for (const std::size_t i : {1u, 2u, 3u}) {
            const Awaited& now = *taken->activities[i].awaited;
            QVERIFY(now.at == *parseInstant("2027-03-12T17:00") && now.before == parseInstant("2027-03-05T17:00"));
            QVERIFY(now.changed == parseDate("2027-02-20") && now.name == "M");
        }
        QVERIFY(spans(*taken).starts_with("2027-03-15T08:00 2027-03-17T17:00"));
        QVERIFY(call({"awaited", next}).out.find("now") == std::string::npos);
        put(job("Road", 4), at / "road.yarrin", FileFormat::native);
        QVERIFY(told().out.find("2027-03-05, now 2027-03-04, 1 day earlier\n") != std::string::npos);
        const auto json = nlohmann::json::parse(told({"--json"}).out)["awaited"];
        QVERIFY(json.size() == 3 && json[0]["is"] == "moved" && json[0]["days"] == -1 && json[0]["reached"] == false);
        Programme renamed = job("Road", 5);
        Activity m = renamed.activities[1];
        m.key = "M2";
        renamed.activities.replace(1, m);
        put(renamed, at / "road.yarrin", FileFormat::native);
        QVERIFY(told().out.find("road.yarrin has no such milestone any more") != std::string::npos);
        std::filesystem::remove(at / "road.yarrin");
        const Call gone = told({"--write", next});
        QCOMPARE(int(gone.status), 3);
        QVERIFY2(gone.out.find("road.yarrin cannot be read: ") != std::string::npos, gone.out.c_str());
        QVERIFY(readProgramme(next)->activities[1].awaited == roadOpen()); // its date stays
        QVERIFY(call({"awaited", (at / "own.yarrin").string(), "--today", "soon"}).status == ExitStatus::usage);
    }

    /// The order of rows decides nothing, and a file as text says the same.
    void awaitedShuffled() {
        const auto at = folder("shuffled");
        put(job("Road", 9), at / "road.yarrin", FileFormat::native);
        Programme p = waiting(roadOpen());
        const auto lines = [&] {
            std::vector<std::string> list;
            for (const AwaitedNow& one : awaitedFrom(p, at)) list.push_back(awaitedLine(p, one));
            std::sort(list.begin(), list.end());
            return list;
        };
        const auto before = lines();
        QCOMPARE(before.size(), std::size_t(3));
        auto rows = p.activities.take();
        std::reverse(rows.begin(), rows.end());
        p.activities.assign(std::move(rows));
        QVERIFY(lines() == before);
        put(p, at / "own.yarrin.json", FileFormat::json);
        const auto again = readProgramme(at / "own.yarrin.json");
        QVERIFY(again.ok());
        p = *again;
        QVERIFY(lines() == before);
        QVERIFY(spans(p) == spans(waiting(roadOpen())));
    }

    /// What cannot be waited for is said where it is asked, and by a file that has it all the same.
    void awaitedRefused() {
        Programme p = waiting(roadOpen());
        const auto refused = [&](Awaited other) {
            Transaction tx(p);
            const Outcome set = setAwaited(tx, p.activities[1].id, std::move(other));
            return set.ok() ? std::string() : set.error().sentence();
        };
        Awaited other = roadOpen();
        QCOMPARE(refused(other), std::string());
        other.file = "/etc/passwd";
        QVERIFY(refused(other).find("is not the file of another job") != std::string::npos);
        Programme faulty = p;
        Activity row = faulty.activities[1];
        row.awaited = other;
        faulty.activities.replace(1, row);
        QVERIFY(!writeProgramme(faulty, folder("refused") / "a.yarrin.json", FileFormat::json).ok() ||
                !readProgramme(folder("refused") / "a.yarrin.json").ok());
        other = roadOpen();
        other.milestone.clear();
        QVERIFY(refused(other).find("no milestone") != std::string::npos);
        other = roadOpen();
        other.name = std::string(401, 'x');
        QVERIFY(refused(other).find("longer than 400") != std::string::npos);
        other = roadOpen();
        other.job = "a\nb";
        QVERIFY(refused(other).find("cannot be shown") != std::string::npos);
        Activity hammock = p.activities[1];
        hammock.kind = ActivityKind::hammock;
        QVERIFY(faultOfAwaited(hammock).has_value());
        Transaction tx(p);
        QVERIFY(!takeAwaited(tx, {}, dateFrom(2027, 2, 1)).ok());
    }

    /// However many read at once.
    void anyThreads() {
        const auto at = folder("many");
        for (int i = 0; i < 12; ++i)
            put(randomProgramme(std::uint32_t(i + 1), {.activities = 20}), at / ("job" + std::to_string(i) + ".yarrin"),
                FileFormat::native);
        const auto one = portfolioOf(at, 1), four = portfolioOf(at, 4);
        QCOMPARE(portfolioToJson(*one, {}, dateFrom(2027, 3, 1)), portfolioToJson(*four, {}, dateFrom(2027, 3, 1)));
    }
};

QTEST_GUILESS_MAIN(CliPortfolioTest)
#include "cli_portfolio_test.moc"
