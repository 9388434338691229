// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/schedule.h"
#include "edit/sequence_edits.h"
#include "store/file.h"
#include "store/json.h"
#include "store/native.h"
#include "support/builder.h"
#include "support/random_programme.h"

#include <sqlite3.h>

#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <csignal>
#include <sys/resource.h>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// A programme with something in every table and field.
Programme full() {
    Builder b;
    b.task("A", 5)
        .task("B", 3)
        .milestone("M")
        .link("A", "B", LinkType::ss, -120, LagCalendar::continuous)
        .link("B", "M");
    b.section("S1", "M", "2027-05-01", 3500).constrain("A", ConstraintType::startOn, "2027-03-05T09:00");
    b.change("B", [](Activity& a) {
        a.duration.reset();
        a.measure = Measure{Decimal::parse("12.50").value(),
                            "m3",
                            {},
                            Decimal::parse("0.1"),
                            Decimal(2),
                            Decimal::parse("0.8").value(),
                            RoundTo::halfDay};
        a.deadline = parseDateOrInstant("2027-04-01");
        a.pauses = {{60, 30}, {90, 15}};
        a.notes = "Ünicode “notes”\nin two lines";
        a.stretch = a.asLate = true;
    });
    b.change("A", [](Activity& a) {
        a.actualStart = parseInstant("2027-03-05T09:00");
        a.remaining = 60;
    });
    Activity h;
    h.key = "H";
    h.kind = ActivityKind::hammock;
    h.from = {{b.id("A"), End::start, 0}};
    h.to = {{b.id("B"), End::finish, -60}, {b.id("A"), End::start, 30}};
    h.costPerWeek = Decimal::parse("41200.75");
    b.add(h);
    Programme p = b.programme;
    p.job.dataDate = parseInstant("2027-03-08T08:00");
    p.job.contractSum = Decimal(48600000);
    p.job.damagesCapShare = Decimal::parse("0.1");
    p.job.requiredFinish = parseInstant("2027-06-01T17:00");
    p.job.nearCriticalFloat = 960;
    p.job.outOfSequence = OutOfSequence::carryOn;
    p.breakdown.append({BreakdownId{4}, "B1", "Group", {}, "01"});
    p.breakdown.append({BreakdownId{9}, "B2", "Inner", BreakdownId{4}, {}});
    p.locations.append({LocationId{2}, "Z1", "Zone", {}, Decimal(0), Decimal::parse("62.5")});
    p.job.noticeDays = 28;
    p.job.particularsDays = 42;
    DelayEvent event;
    event.id = EventId{3};
    event.key = "E1";
    event.sectionDays = {{p.sections[0].id, 12, 9, 4}};
    event.risk = Risk::neutral;
    event.state = EventState::claimed;
    event.title = "Swell";
    event.description = "Two lines\nof it";
    event.cause = "Weather";
    event.from = parseDate("2027-03-09");
    event.to = parseDate("2027-03-12");
    event.known = parseDate("2027-03-10");
    event.noticeGiven = parseDate("2027-03-20");
    event.particularsGiven = parseDate("2027-04-01");
    event.documents = {"letters/12.pdf"};
    event.affects = {p.activities[0].id};
    event.inForecast = false;
    for (const EffectKind kind : {EffectKind::addedWork, EffectKind::suspension, EffectKind::quantity}) {
        Effect effect;
        effect.kind = kind;
        effect.activity = p.activities[1].id;
        effect.work = kind == EffectKind::addedWork ? 960 : 0;
        effect.from = parseDate("2027-03-09");
        effect.to = parseDate("2027-03-12");
        effect.value = Decimal::parse("12.5");
        event.effects.push_back(effect);
    }
    p.events.append(std::move(event));
    Calendar night;
    night.id = CalendarId{7};
    night.key = "night";
    night.extends = Builder::five;
    night.week[4] = DayWork{{1200, 1800}};
    night.week[5] = DayWork{};
    night.exceptions.push_back({dateFrom(2027, 12, 24), dateFrom(2028, 1, 2), true, {{480, 500}}, "winter"});
    p.calendars.append(night);
    return p;
}

/// The same with everything that durations are built up from.
Programme builtUp() {
    Programme p = full();
    p.book.append({BookItemId{3},
                   "K1",
                   "Walls, “fair”",
                   "Concrete",
                   "m3",
                   {},
                   Decimal::parse("1.25"),
                   {{"Carpenter", Decimal(4)}, {"Crane", Decimal::parse("0.5").value()}},
                   "Own records",
                   "Not in frost"});
    p.bill.append({BillItemId{2},
                   "2.01",
                   "Walls",
                   "m3",
                   Decimal::parse("12.5").value(),
                   LocationId{2},
                   BreakdownId{9},
                   Decimal::parse("140.75"),
                   {}});
    p.bill.append({BillItemId{5}, "2.02", "Steel", "t", Decimal(3), {}, {}, {}, {}});
    Activity b = p.activities[1];
    b.bookItem = BookItemId{3};
    b.measure->learningRate = Decimal::parse("92.5");
    b.measure->unitNumber = 3;
    p.allocations.append({AllocationId{4}, BillItemId{2}, b.id, Decimal::parse("7.25").value()});
    p.activities.replace(1, b);
    p.limits.append({LimitId{1}, "Crane", Decimal(2)});
    Sequence s;
    s.id = SequenceId{6};
    s.key = "Bay";
    s.idPattern = "C{unit:2}{step}";
    s.steps = {{1,
                "Pour",
                BookItemId{3},
                BillItemId{2},
                {},
                Decimal(2),
                Decimal::parse("0.9").value(),
                CalendarId{7},
                Decimal(95),
                "Early"},
               {4, "Cure", {}, {}, 10080, {}, Decimal(1), continuousCalendar, {}, ""}};
    s.links = {{1, 4, LinkType::ss, -60, LagCalendar::continuous, false},
               {1, 1, LinkType::fs, 0, LagCalendar::standard, true}};
    p.sequences.append(s);
    p.laidOut.append(
        {LaidOutId{8}, SequenceId{6}, LocationId{2}, BreakdownId{4}, 1, {{1, b.id, Decimal(5)}, {4, {}, Decimal(0)}}});
    return p;
}

std::string slurp(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return {};
    return file.readAll().toStdString();
}

void spill(const QString& path, const std::string& bytes) {
    QFile file(path);
    QVERIFY(file.open(QIODevice::WriteOnly | QIODevice::Truncate));
    file.write(bytes.data(), qint64(bytes.size()));
}

QString firstError(const std::string& json) {
    const auto result = programmeFromJson(json);
    return result.ok() ? QString() : QString::fromStdString(result.error().sentence());
}

} // namespace

class StoreTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    [[nodiscard]] QString path(const char* name) const { return m_folder.filePath(QString::fromLatin1(name)); }
private slots:
    void whatIsWrittenReadsBackTheSame_data() {
        QTest::addColumn<QString>("name");
        QTest::newRow("native") << "full.yarrin";
        QTest::newRow("json") << "full.yarrin.json";
    }
    void whatIsWrittenReadsBackTheSame() {
        QFETCH(QString, name);
        const std::filesystem::path file = m_folder.filePath(name).toStdString();
        const Programme p = full();
        QVERIFY(faultsOf(p).empty());
        QVERIFY(writeProgramme(p, file, formatForName(file)).ok());
        const auto again = readProgramme(file);
        QVERIFY2(again.ok(), again.ok() ? "" : again.error().sentence().c_str());
        // JSON knows rows by their keys, so only the text is compared there.
        QCOMPARE(programmeToJson(*again), programmeToJson(p));
        if (name.endsWith(QLatin1String(".yarrin"))) QVERIFY(*again == p);
        QVERIFY(schedule(*again).activities.size() == p.activities.size());
    }

    void randomProgrammesKeepEveryFigureThroughBothFormats() {
        for (std::uint32_t seed = 1; seed <= 60; ++seed) {
            const Programme p = randomProgramme(seed, {});
            const std::filesystem::path file = path("random.yarrin").toStdString();
            QVERIFY(writeProgramme(p, file, FileFormat::native).ok());
            QVERIFY(*readProgramme(file) == p);
            const auto json = programmeFromJson(programmeToJson(p));
            QVERIFY(json.ok());
            QVERIFY(schedule(*json).activities == schedule(p).activities);
        }
    }

    void damagedFilesAreToldAndLeftUntouched_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("said");
        QTest::newRow("truncated") << "truncated"
                                   << "damaged";
        QTest::newRow("garbage inside") << "garbage"
                                        << "damaged";
        QTest::newRow("newer") << "newer"
                               << "newer Yarrin";
        QTest::newRow("other database") << "other"
                                        << "not a Yarrin programme";
        QTest::newRow("text") << "text"
                              << "not a Yarrin programme";
        QTest::newRow("empty") << "empty"
                               << "empty";
        QTest::newRow("broken reference") << "reference"
                                          << "not in the programme";
        QTest::newRow("broken date") << "date"
                                     << "date";
        QTest::newRow("json cut short") << "json"
                                        << "JSON";
    }
    void damagedFilesAreToldAndLeftUntouched() {
        QFETCH(QString, kind);
        QFETCH(QString, said);
        const QString file = path("damaged.yarrin");
        QFile::remove(file);
        QVERIFY(writeProgramme(full(), file.toStdString(), FileFormat::native).ok());
        std::string bytes = slurp(file);
        const auto sql = [&](const char* statement) {
            sqlite3* db = nullptr;
            QCOMPARE(sqlite3_open(file.toUtf8().constData(), &db), SQLITE_OK);
            QCOMPARE(sqlite3_exec(db, statement, nullptr, nullptr, nullptr), SQLITE_OK);
            sqlite3_close(db);
        };
        if (kind == QLatin1String("truncated")) spill(file, bytes.substr(0, bytes.size() / 2));
        if (kind == QLatin1String("garbage")) {
            for (std::size_t i = 4096; i < std::min<std::size_t>(bytes.size(), 40000); i += 7) bytes[i] = char(i * 31);
            spill(file, bytes);
        }
        if (kind == QLatin1String("newer")) sql("PRAGMA user_version = 99");
        if (kind == QLatin1String("other")) sql("PRAGMA application_id = 7");
        if (kind == QLatin1String("text")) spill(file, "Dear planner,\n");
        if (kind == QLatin1String("empty")) spill(file, "");
        if (kind == QLatin1String("reference")) sql("UPDATE link SET from_activity = 4711");
        if (kind == QLatin1String("date")) sql("UPDATE section SET completion = '2027-02-31'");
        if (kind == QLatin1String("json")) spill(file, programmeToJson(full()).substr(0, 700));
        const std::string before = slurp(file);
        const auto result = readProgramme(file.toStdString());
        QVERIFY(!result.ok());
        QVERIFY2(QString::fromStdString(result.error().sentence()).contains(said), result.error().sentence().c_str());
        QVERIFY(result.error().place.starts_with(file.toStdString()));
        QCOMPARE(slurp(file), before);
    }

    // The first version had no weather, rules, tides or code pattern; such a file opens with none of them, untouched.
    void whatDurationsAreBuiltFromIsKept() {
        const Programme p = builtUp();
        for (const Error& wrong : faultsOf(p)) QFAIL(wrong.sentence().c_str());
        for (const FileFormat format : {FileFormat::native, FileFormat::json}) {
            const QString file = path(format == FileFormat::native ? "built.yarrin" : "built.yarrin.json");
            QVERIFY(writeProgramme(p, file.toStdString(), format).ok());
            const auto read = readProgramme(file.toStdString());
            QVERIFY2(read.ok(), read.ok() ? "" : read.error().sentence().c_str());
            if (format == FileFormat::native) QVERIFY(*read == p);
            // JSON numbers its rows anew; written again it is the same text.
            QCOMPARE(programmeToJson(*read), programmeToJson(p));
        }
    }

    /// The demo is built from its bill: nothing more placed than billed, and every unit follows its sequence but for
    /// the one that was altered by hand.
    void theDemoIsBuiltFromItsBill() {
        const auto demo = readProgramme(SOURCE_DIR "/resources/demo/brannoch.yarrin.json");
        QVERIFY2(demo.ok(), demo.ok() ? "" : demo.error().sentence().c_str());
        QVERIFY(demo->bill.size() > 80 && demo->book.size() > 40 && demo->sequences.size() == 5);
        const auto altered = byHandOf(*demo);
        QCOMPARE(altered.size(), std::size_t(1));
        QCOMPARE(demo->activities.row(altered[0].activity)->key, std::string("B330"));
        QCOMPARE(altered[0].what, std::vector<std::string>{"crews"});
        QVERIFY(schedule(*demo).ok());
        // Taken off and laid out again, no link of a sequence is missing or one too many.
        for (const Sequence& sequence : demo->sequences) {
            Programme copy = *demo;
            Transaction tx(copy);
            for (const SequenceStep& step : sequence.steps)
                QVERIFY(setStepField(tx, sequence.id, step.number, StepField::unitLinks, "").ok());
            for (const SequenceStep& step : sequence.steps)
                QVERIFY(setStepField(tx, sequence.id, step.number, StepField::unitLinks,
                                     stepFieldText(*demo, sequence, step, StepField::unitLinks))
                            .ok());
            QCOMPARE(copy.links.size(), demo->links.size());
        }
    }

    /// Schemas say what is read and written, so only those that a version of the program made are taken: a flipped bit
    /// of the version alone once moved a finish by a year.
    void hostileSchemasAreRefused_data() {
        QTest::addColumn<QString>("sql");
        for (int bit = 0; bit < 5; ++bit)
            QTest::addRow("version, bit %d", bit)
                << QStringLiteral("PRAGMA user_version = %1").arg(nativeSchemaVersion ^ (1 << bit));
        QTest::newRow("an index") << "CREATE UNIQUE INDEX one ON activity(name)";
        QTest::newRow("a trigger") << "CREATE TRIGGER t AFTER INSERT ON link BEGIN DELETE FROM activity; END";
        QTest::newRow("a view") << "CREATE VIEW v AS SELECT * FROM activity";
        QTest::newRow("a table") << "CREATE TABLE more (a)";
        QTest::newRow("a table less") << "DROP TABLE pause";
        QTest::newRow("a column more") << "ALTER TABLE activity ADD COLUMN more TEXT";
        QTest::newRow("a column less") << "ALTER TABLE activity DROP COLUMN quantity_done";
        QTest::newRow("a renamed column") << "ALTER TABLE activity RENAME COLUMN crews TO gangs";
        QTest::newRow("swapped columns")
            << "ALTER TABLE activity RENAME COLUMN actual_start TO x; ALTER TABLE activity "
               "RENAME COLUMN actual_finish TO actual_start; ALTER TABLE activity RENAME "
               "COLUMN x TO actual_finish";
        QTest::newRow("a conflict clause") << "DROP TABLE link; CREATE TABLE link (id INTEGER PRIMARY KEY ON CONFLICT "
                                              "IGNORE, position INTEGER NOT NULL, "
                                              "from_activity INTEGER NOT NULL, to_activity INTEGER NOT NULL, type TEXT "
                                              "NOT NULL, lag INTEGER NOT NULL, "
                                              "lag_calendar TEXT NOT NULL)";
        QTest::newRow("a collation")
            << "DROP TABLE job; CREATE TABLE job (key TEXT COLLATE NOCASE PRIMARY KEY, value TEXT) "
               "WITHOUT ROWID";
        QTest::newRow("a generated column")
            << "DROP TABLE pause; CREATE TABLE pause (activity INTEGER NOT NULL, position INTEGER NOT NULL, after "
               "INTEGER "
               "NOT NULL, rest INTEGER AS (after * 2), PRIMARY KEY (activity, position)) WITHOUT ROWID";
        QTest::newRow("a default")
            << "DROP TABLE numbering; CREATE TABLE numbering (name TEXT PRIMARY KEY, highest INTEGER "
               "NOT NULL DEFAULT 7) WITHOUT ROWID";
    }
    void hostileSchemasAreRefused() {
        QFETCH(QString, sql);
        const QString file = path("hostile.yarrin");
        QFile::remove(file);
        QVERIFY(writeProgramme(full(), file.toStdString(), FileFormat::native).ok());
        sqlite3* db = nullptr;
        QCOMPARE(sqlite3_open(file.toUtf8().constData(), &db), SQLITE_OK);
        QCOMPARE(sqlite3_exec(db, sql.toUtf8().constData(), nullptr, nullptr, nullptr), SQLITE_OK);
        sqlite3_close(db);
        const auto read = readProgramme(file.toStdString());
        QVERIFY(!read.ok());
        QVERIFY2(read.error().what.find("not as Yarrin makes files") != std::string::npos ||
                     read.error().what.find("newer Yarrin") != std::string::npos,
                 read.error().what.c_str());
        QVERIFY(!writeProgramme(full(), file.toStdString(), FileFormat::native).ok());
        QFile::remove(file);
    }

    void everyTruncationIsAnErrorAndNoCrash() {
        const QString file = path("cut.yarrin");
        QVERIFY(writeProgramme(full(), file.toStdString(), FileFormat::native).ok());
        const std::string bytes = slurp(file);
        for (std::size_t size = 1; size < bytes.size(); size += 997) {
            spill(file, bytes.substr(0, size));
            QVERIFY(!readProgramme(file.toStdString()).ok());
        }
    }

    void aFileThatCannotBeFoundOrReadIsTold() {
        QVERIFY(!readProgramme(path("nowhere.yarrin").toStdString()).ok());
        QVERIFY(!readProgramme(m_folder.path().toStdString()).ok());
    }

    void aFailedSaveLeavesWhatWasThere() {
        const QString file = path("kept.yarrin");
        QVERIFY(writeProgramme(full(), file.toStdString(), FileFormat::native).ok());
        const std::string before = slurp(file);
        // Files may not grow beyond 8 KiB: as on a full disk, writing fails half way.
        std::signal(SIGXFSZ, SIG_IGN);
        rlimit old{};
        getrlimit(RLIMIT_FSIZE, &old);
        RandomShape large;
        large.activities = 400;
        const rlimit small{8192, old.rlim_max};
        setrlimit(RLIMIT_FSIZE, &small);
        const auto native = writeProgramme(randomProgramme(1, large), file.toStdString(), FileFormat::native);
        const auto json =
            writeProgramme(randomProgramme(1, large), path("big.yarrin.json").toStdString(), FileFormat::json);
        setrlimit(RLIMIT_FSIZE, &old);
        QVERIFY(!native.ok());
        QVERIFY(!json.ok());
        QVERIFY(native.error().code == ErrorCode::file);
        QCOMPARE(slurp(file), before);
        QVERIFY(!QFile::exists(path("kept.yarrin.part")));
        QVERIFY(!QFile::exists(path("big.yarrin.json")));
        QVERIFY(!writeProgramme(full(), path("no/such/folder/a.yarrin").toStdString(), FileFormat::native).ok());
    }

    void faultsOfTextAreNamedWithTheirPlace_data() {
        QTest::addColumn<QString>("from");
        QTest::addColumn<QString>("to");
        QTest::addColumn<QString>("said");
        QTest::newRow("unknown key") << "\"title\""
                                     << "\"titel\""
                                     << "\"titel\" is not known";
        QTest::newRow("unknown key in a row") << "\"as_late\": true"
                                              << "\"late\": true"
                                              << "activities[1].late";
        QTest::newRow("unknown id") << "\"from\": \"A\""
                                    << "\"from\": \"Q\""
                                    << "there is no activity Q";
        QTest::newRow("date that is not") << "2027-05-01"
                                          << "2027-02-31"
                                          << "contract.sections[0].completion";
        QTest::newRow("word") << "\"FS\""
                              << "\"XX\""
                              << "links[1].type";
        QTest::newRow("type") << "\"lag\": -120"
                              << "\"lag\": \"two\""
                              << "links[0].lag";
        QTest::newRow("huge") << "\"lag\": -120"
                              << "\"lag\": 1e30"
                              << "out of all bounds";
        QTest::newRow("twice") << "\"id\": \"B\""
                               << "\"id\": \"A\""
                               << "used twice";
        QTest::newRow("negative") << "\"quantity\": 12.5"
                                  << "\"quantity\": -12.5"
                                  << "cannot be negative";
        QTest::newRow("spell") << "20:00-30:00"
                               << "20:00-99:00"
                               << "calendars[2].week.fri";
        QTest::newRow("newer") << "\"version\": 1"
                               << "\"version\": 2"
                               << "newer Yarrin";
    }
    void faultsOfTextAreNamedWithTheirPlace() {
        QFETCH(QString, from);
        QFETCH(QString, to);
        QFETCH(QString, said);
        QString json = QString::fromStdString(programmeToJson(full()));
        QVERIFY2(json.contains(from), qPrintable(json));
        json.replace(json.indexOf(from), from.size(), to);
        const QString sentence = firstError(json.toStdString());
        QVERIFY2(sentence.contains(said), qPrintable(sentence));
    }

    void aMissingOptionalKeyHasItsDefault() {
        const auto p = programmeFromJson(
            R"({"format":"yarrin-programme","version":1,"start":"2027-03-01T08:00","activities":[{"id":"A","name":"A","duration":60}]})");
        QVERIFY(p.ok());
        QVERIFY(p->job.defaultCalendar == continuousCalendar);
        QVERIFY(p->activities[0].kind == ActivityKind::task);
        QCOMPARE(isoInstant(schedule(*p).activities[0].earlyFinish), std::string("2027-03-01T09:00"));
    }
};

QTEST_APPLESS_MAIN(StoreTest)
#include "store_test.moc"
