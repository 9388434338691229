// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file.h"
#include "support/builder.h"
#include "support/call.h"

#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <nlohmann/json.hpp>

using namespace yarrin;
using namespace yarrin::test;

/// `yarrin-cli weather`, and odds of what a job keeps: letter by letter, whatever the language.
class CliWeatherTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    std::string at(const char* name) { return m_folder.filePath(QString::fromLatin1(name)).toStdString(); }
    std::string file() {
        Builder job;
        job.task("A", 10).milestone("M").link("A", "M").section("S1", "M", "2027-03-12", 1000);
        Calendar calendar;
        calendar.id = job.programme.calendars.freshId();
        calendar.key = "open";
        for (std::size_t day = 0; day < 5; ++day) calendar.week[day] = DayWork{{480, 960}};
        std::array<int, 12> weather{};
        weather[2] = 1;
        calendar.weather = weather;
        job.programme.calendars.append(calendar);
        Threshold limit;
        limit.id = ThresholdId{1};
        limit.calendar = calendar.id;
        limit.measure = "wind";
        limit.unit = "m/s";
        limit.above = Decimal(14);
        job.programme.thresholds.append(limit);
        RegisteredRisk risk;
        risk.id = RiskId{1};
        risk.key = "R1";
        risk.title = "Late";
        risk.chance = Decimal(1);
        const Decimal day(480);
        risk.effects = {{EffectKind::addedWork, job.id("A"), day, day, day, SpreadShape::triangular}};
        job.programme.risks.append(risk);
        const std::string path = at("job.yarrin.json");
        if (!writeProgramme(job.programme, path, FileFormat::json).ok()) qFatal("not written");
        return path;
    }
    std::string records(const QByteArray& text) {
        QFile out(m_folder.filePath(QStringLiteral("mast.csv")));
        if (!out.open(QIODevice::WriteOnly) || out.write(text) < 0) qFatal("not written");
        return out.fileName().toStdString();
    }

private slots:
    void told() {
        QByteArray text = "date,wind (m/s)\n";
        for (int day = 1; day <= 31; ++day)
            text += QStringLiteral("2027-03-%1,%2\n")
                        .arg(day, 2, 10, QLatin1Char('0'))
                        .arg(day == 2 || day == 9 || day == 16 ? QStringLiteral("14.5") : QStringLiteral("7.25"))
                        .toUtf8();
        const Call words = call({"weather", file(), "--records", records(text), "--write", at("out.yarrin")});
        QCOMPARE(words.err, std::string());
        QCOMPARE(words.out, std::string("open \n  2027-03\tlost 3\tallowed 1\tbeyond 2\n"));
        const auto read = nlohmann::json::parse(call({"weather", at("out.yarrin"), "--json"}).out);
        const auto& month = read["calendars"][0]["months"][0];
        QVERIFY(month["lost"] == 3 && month["allowed"] == 1 && month["beyond"] == 2 && month["earlier_years"] == 0);
        QCOMPARE(month["days"].size(), std::size_t(3));
        QVERIFY(month["days"][1]["date"] == "2027-03-09" && month["days"][1]["value"] == "14.5");
        QVERIFY(!read["made_up"]);
    }

    void madeUp() {
        const Call one = call({"weather", file(), "--station", "3", "--from", "2020-07", "--to", "2021-06", "--json"});
        QVERIFY(one.status == ExitStatus::done);
        const auto read = nlohmann::json::parse(one.out);
        QVERIFY(read["made_up"] && read["measures"].size() == 5 && read["calendars"][0]["months"].size() == 12);
        QCOMPARE(call({"weather", file(), "--station", "3", "--from", "2020-07", "--to", "2021-06", "--json"}).out,
                 one.out);
    }

    /// The job's own risks, with what drives it.
    void odds() {
        const Call json = call({"odds", file(), "--runs", "50", "--drivers", "--json"});
        QVERIFY2(json.status == ExitStatus::done, json.err.c_str());
        const auto read = nlohmann::json::parse(json.out);
        QVERIFY(read["finish"]["p10"] == "2027-03-15" && read["finish"]["deterministic"] == "2027-03-12");
        QVERIFY(read["risks"][0]["id"] == "R1" && read["risks"][0]["struck"] == 1.0);
        QVERIFY(read["drivers"][0]["id"] == "R1" && read["drivers"][0]["days_of_p80"]["S1"] == 3.0);
        QVERIFY(read["drivers"][0]["exposure_of_p80"] == "3000");
        QVERIFY(read["sections"][0]["converged"] == true);
        const Call words = call({"odds", file(), "--runs", "50", "--drivers"});
        QVERIFY(words.out.find("R1 Late\tstruck in 100 % of the runs") != std::string::npos);
        QVERIFY(words.out.find("R1 Late\t3\n") != std::string::npos);
        // Typed factors stand in place of all that.
        const Call typed = call({"odds", file(), "--runs", "50", "--low", "1", "--high", "1", "--json"});
        QVERIFY(nlohmann::json::parse(typed.out)["finish"]["p80"] == "2027-03-12");
    }

    void refusals() {
        const std::string job = file();
        for (const std::vector<std::string>& words : std::vector<std::vector<std::string>>{
                 {"weather"},
                 {"weather", job, "--records"},
                 {"weather", job, "--station", "1"},
                 {"weather", job, "--from", "2027-01"},
                 {"weather", job, "--station", "1", "--from", "2027-13", "--to", "2028-01"},
                 {"weather", job, "--station", "1", "--from", "2027-03", "--to", "2027-01"},
                 {"weather", job, "--storm"}})
            QCOMPARE(call(words).status, ExitStatus::usage);
        const std::string bad = records("date,wind (m/s)\n2027-03-01,3\n2027-03-01,4\n");
        const Call twice = call({"weather", job, "--records", bad});
        QVERIFY(twice.status != ExitStatus::done);
        QVERIFY2(twice.err.find("row 3: 2027-03-01 stands in row 2 already") != std::string::npos, twice.err.c_str());
        QVERIFY(call({"weather", job, "--records", at("none.csv")}).status != ExitStatus::done);
    }
};

QTEST_GUILESS_MAIN(CliWeatherTest)
#include "cli_weather_test.moc"
