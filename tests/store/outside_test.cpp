// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Files that were made to do harm: each is refused in a line, within the limits that the system holds its reader to.
#include "store/outside.h"

#include <QElapsedTimer>
#include <QScopeGuard>
#include <QTemporaryDir>
#include <QTest>

#include <fstream>
#include <sys/stat.h>
#include <thread>
#include <zip.h>

using namespace yarrin;
namespace fs = std::filesystem;

namespace {

using Parts = std::vector<std::pair<std::string, std::string>>;

const std::string contentTypes =
    R"(<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>)";
const std::string relations =
    R"(<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>)";
const std::string book =
    R"(<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="One" sheetId="1" r:id="rId1"/></sheets></workbook>)";
const std::string bookRelations =
    R"(<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>)";

/// A workbook of one sheet, of which only the inside is given.
Parts xlsx(const std::string& inside) {
    return {{"[Content_Types].xml", contentTypes},
            {"_rels/.rels", relations},
            {"xl/workbook.xml", book},
            {"xl/_rels/workbook.xml.rels", bookRelations},
            {"xl/worksheets/sheet1.xml",
             R"(<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">)" +
                 inside + "</worksheet>"}};
}

Parts ods(const std::string& inside, const std::string& before = {}) {
    return {
        {"mimetype", "application/vnd.oasis.opendocument.spreadsheet"},
        {"content.xml",
         "<?xml version=\"1.0\"?>" + before +
             R"(<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet>)" +
             inside + "</office:spreadsheet></office:body></office:document-content>"}};
}

std::string cell(const std::string& attributes, const std::string& text = "x") {
    return "<table:table-cell office:value-type=\"string\" " + attributes + "><text:p>" + text +
           "</text:p></table:table-cell>";
}

/// Many of something.
std::string times(int count, const std::string& text) {
    std::string all;
    for (int i = 0; i < count; ++i) all += text;
    return all;
}

std::string calendar(const std::string& rules) {
    return "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\n"
           "DTSTART;VALUE=DATE:20270101\r\nSUMMARY:Day\r\n" +
           rules + "END:VEVENT\r\nEND:VCALENDAR\r\n";
}

} // namespace

class OutsideTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    fs::path file(const std::string& name) const { return fs::path(m_folder.path().toStdString()) / name; }

    fs::path packed(const std::string& name, const Parts& parts) {
        const fs::path path = file(name);
        fs::remove(path);
        zip_t* archive = zip_open(path.c_str(), ZIP_CREATE, nullptr);
        for (const auto& [part, content] : parts)
            zip_file_add(archive, part.c_str(), zip_source_buffer(archive, content.data(), content.size(), 0), 0);
        if (zip_close(archive) != 0) qFatal("not packed");
        return path;
    }
    fs::path written(const std::string& name, const std::string& content) {
        std::ofstream(file(name), std::ios::binary) << content;
        return file(name);
    }
    /// A reader of the test's own in place of the real one.
    fs::path reader(const std::string& script) {
        const fs::path path = written("reader.sh", "#!/bin/sh\n" + script + "\n");
        ::chmod(path.c_str(), 0755);
        qputenv("YARRIN_READER", QByteArray::fromStdString(path.string()));
        return path;
    }

private slots:
    void cleanup() { qunsetenv("YARRIN_READER"); }

    void bombsAreRefusedInALine_data() {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("why");
        const auto row = [this](const char* name, const Parts& parts, const char* why) {
            const std::string path = packed(std::string(name) + ".zip", parts).string();
            QTest::newRow(name) << QString::fromStdString(path) << QString::fromLatin1(why);
        };
        const std::string filled = "<table:table-row table:number-rows-repeated=\"1048576\">" +
                                   cell("table:number-columns-repeated=\"1024\"") + "</table:table-row>";
        row("a cell outside of every table", ods(cell("") + "<table:table-row>" + cell("") + "</table:table-row>"),
            "nothing that can be read");
        row("a row repeated a million times", ods("<table:table table:name=\"T\">" + filled + "</table:table>"),
            "more cells");
        row("a thousand tables of large rows",
            ods(times(1000, "<table:table table:name=\"T\"><table:table-row table:number-rows-repeated=\"4000\">" +
                                cell("table:number-columns-repeated=\"1000\"") + "</table:table-row></table:table>")),
            "more cells");
        row("numbers out of all bounds",
            ods("<table:table table:name=\"T\"><table:table-row table:number-rows-repeated=\"18446744073709551615\">" +
                cell(
                    "table:number-columns-repeated=\"18446744073709551615\" table:number-rows-spanned=\"4294967295\"") +
                "</table:table-row></table:table>"),
            "more cells");
        std::string laughs = "<!DOCTYPE x [<!ENTITY a \"haha\">";
        for (char c = 'b'; c < 'k'; ++c)
            laughs += std::string("<!ENTITY ") + c + " \"" + times(10, std::string("&") + char(c - 1) + ";") + "\">";
        row("entities in attributes",
            ods("<table:table table:name=\"&j;\"><table:table-row>" + cell("x=\"&j;\"", "&j;") +
                    "</table:table-row></table:table>",
                laughs + "]>"),
            "");
        row("an entity from the disk",
            ods("<table:table table:name=\"T\"><table:table-row>" + cell("", "&e;") +
                    "</table:table-row></table:table>",
                "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]>"),
            "entities");
        row("merged cells without end",
            xlsx("<sheetData><row r=\"1\"><c r=\"A1\" t=\"str\"><v>x</v></c></row><row r=\"1000000\"><c r=\"B1000000\" "
                 "t=\"str\"><v>y</v></c></row></sheetData><mergeCells>" +
                 times(3000, "<mergeCell ref=\"A1:A1048576\"/>") + "</mergeCells>"),
            "");
        row("a cell at the end of the world",
            xlsx("<sheetData><row r=\"1048576\"><c r=\"XFD1048576\"><v>1</v></c></row></sheetData>"), "more cells");
        row("a cell behind it",
            xlsx("<sheetData><row r=\"4294967295\"><c r=\"ZZZZZZZZ4294967295\"><v>1</v></c></row></sheetData>"), "");
        row("inline texts behind it",
            xlsx("<sheetData><row r=\"1\"><c r=\"ZZZZ99999999\" "
                 "t=\"inlineStr\"><is><t>x</t></is></c></row></sheetData>"),
            "");
        row("no sheets", {{"xl/workbook.xml", "<workbook/>"}}, "");
        row("damage in a sheet", xlsx("<sheetData><row><c r=\"A1\""), "");
    }
    void bombsAreRefusedInALine() {
        QFETCH(QString, name);
        QFETCH(QString, why);
        const auto read = readWorkbook(name.toStdString());
        if (read.ok()) {
            // Harmless where the library passes over what cannot be.
            std::size_t cells = 0;
            for (const Sheet& sheet : read->sheets)
                for (const auto& row : sheet.rows) cells += row.size();
            QVERIFY2(why.isEmpty() && cells <= 5'000'000, "it was read");
            return;
        }
        QVERIFY2(!read.error().what.empty() && read.error().what.find('\n') == std::string::npos,
                 read.error().what.c_str());
        QVERIFY2(read.error().what.find(why.toStdString()) != std::string::npos, read.error().what.c_str());
    }

    void calendarsThatNeverEndAreRefused_data() {
        QTest::addColumn<QString>("rules");
        for (const char* rules :
             {"RRULE:FREQ=SECONDLY\r\n", "RRULE:FREQ=MINUTELY;INTERVAL=1\r\n", "RRULE:FREQ=HOURLY;BYSETPOS=1\r\n",
              "RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30\r\n", "RRULE:FREQ=YEARLY;BYSETPOS=366;BYDAY=MO\r\n",
              "RRULE:FREQ=MONTHLY;BYSETPOS=-366;BYDAY=SU;BYMONTHDAY=31\r\n", "RRULE:FREQ=DAILY;INTERVAL=0\r\n",
              "RRULE:FREQ=YEARLY;BYWEEKNO=53;BYMONTH=6\r\n", "RRULE:FREQ=SECONDLY;BYHOUR=25\r\n"})
            QTest::newRow(rules) << QString::fromLatin1(rules);
    }
    void calendarsThatNeverEndAreRefused() {
        QFETCH(QString, rules);
        const auto read = readExceptions(written("days.ics", calendar(rules.toStdString())), dateFrom(2027, 1, 1));
        // Told in a line, or read as the few days that there are.
        if (read.ok())
            QVERIFY(read->exceptions.size() <= 5000);
        else
            QVERIFY2(!read.error().what.empty(), "nothing is said");
    }

    void goodFilesAreReadAsBefore() {
        const auto read = readWorkbook(
            packed("inline.xlsx", xlsx("<sheetData><row r=\"1\"><c r=\"A1\" t=\"inlineStr\"><is><t>Item</t></is></c><c "
                                       "r=\"B1\" t=\"str\"><v>Name</v></c></row>"
                                       "<row r=\"2\"><c r=\"A2\" t=\"inlineStr\"><is><r><t>Con</t></r><r><t "
                                       "xml:space=\"preserve\">crete &amp; steel</t></r></is></c>"
                                       "<c r=\"B2\"><v>7.25</v></c></row></sheetData>")));
        QVERIFY2(read.ok(), read.ok() ? "" : read.error().what.c_str());
        QCOMPARE(read->sheets[0].name, std::string("One"));
        QCOMPARE(read->sheets[0].at(0, 0).text, std::string("Item"));
        QCOMPARE(read->sheets[0].at(0, 1).text, std::string("Name"));
        QCOMPARE(read->sheets[0].at(1, 0).text, std::string("Concrete & steel"));
        QCOMPARE(read->sheets[0].at(1, 1).number, std::optional(7.25));
        const auto days =
            readExceptions(written("good.ics", calendar("RRULE:FREQ=YEARLY;BYMONTH=1;BYDAY=1MO;BYSETPOS=1\r\n")),
                           dateFrom(2027, 1, 1));
        QVERIFY2(days.ok(), days.ok() ? "" : days.error().what.c_str());
        QCOMPARE(isoDate(days->exceptions[1].from), std::string("2028-01-03")); // the first Monday of January 2028
    }

    /// Stop ends it at once, and what brings the reader down is told.
    void theReaderIsHeldToItsLimits() {
        const fs::path table = written("t.csv", "a,b\n1,2\n");
        QVERIFY(readWorkbook(table).ok());
        reader("exec sleep 600");
        std::atomic<bool> stop = false;
        std::thread later([&] {
            std::this_thread::sleep_for(std::chrono::milliseconds(100));
            stop = true;
        });
        const auto stopped = readWorkbook(table, &stop);
        later.join();
        QVERIFY(!stopped.ok() && stopped.error().what.find("stopped") != std::string::npos);
        const auto tooLong = readOutside(table, "workbook", nullptr, {.seconds = 0});
        QVERIFY(!tooLong.ok() && tooLong.error().what.find("seconds") != std::string::npos);
        reader("kill -SEGV $$");
        const auto fallen = readWorkbook(table);
        QVERIFY(!fallen.ok() && fallen.error().what.find("brought its reader down") != std::string::npos);
        reader("exit 2");
        const auto memory = readWorkbook(table);
        QVERIFY(!memory.ok() && memory.error().what.find("memory") != std::string::npos);
        // An answer that no reader of ours gives.
        for (const char* answer :
             {"nonsense", "1 5 x", "1 0 99999999999999 ", "1 0 1 1 x1 1 3 ab", "1 0 0 7", "", "0 99 x"}) {
            reader("printf '%s' '" + std::string(answer) + "'");
            const auto strange = readWorkbook(table);
            QVERIFY2(!strange.ok(), answer);
        }
        reader("yes 1234567890");
        const auto flood = readOutside(table, "workbook", nullptr, {.answer = 1'000'000});
        QVERIFY(!flood.ok() && flood.error().what.find("more than any table") != std::string::npos);
        qputenv("YARRIN_READER", "/nonexistent");
        QVERIFY(!readWorkbook(table).ok());
        qunsetenv("YARRIN_READER");
        // Nothing but plain files is handed to it.
        QVERIFY(::mkfifo(file("pipe.csv").c_str(), 0600) == 0);
        QVERIFY(!readWorkbook(file("pipe.csv")).ok());
        QVERIFY(!readWorkbook(file("nowhere.csv")).ok());
        QVERIFY(!readExceptions("/dev/zero", dateFrom(2027, 1, 1)).ok());
    }

    /// The limits are the system's: a reader that asks for more memory than it may have is refused it.
    void memoryIsLimited() {
#ifdef __SANITIZE_ADDRESS__
        QSKIP("its shadow memory takes terabytes of addresses");
#endif
        const fs::path table = written("wide.csv", times(300000, "abcdefgh,ijklmnop,qrstuvwx\n"));
        QVERIFY(readWorkbook(table).ok());
        const auto read = readOutside(table, "workbook", nullptr, {.memory = 60'000'000});
        QVERIFY2(!read.ok() && read.error().what.find("memory") != std::string::npos,
                 read.ok() ? "it was read" : read.error().what.c_str());
    }

    void parcelsHoldWhatWasPut() {
        Parcel parcel;
        for (const std::int64_t n : {std::int64_t(0), std::int64_t(-1), INT64_MAX, INT64_MIN}) parcel.put(n);
        for (const char* text : {"", "a b", "12 34\n"}) parcel.put(std::string_view(text));
        Parcel read(parcel.bytes());
        for (const std::int64_t n : {std::int64_t(0), std::int64_t(-1), INT64_MAX, INT64_MIN})
            QCOMPARE(read.number(), n);
        for (const char* text : {"", "a b", "12 34\n"}) QCOMPARE(read.text(), std::string(text));
        QVERIFY(read.good() && read.atEnd());
        static_cast<void>(read.number());
        QVERIFY(!read.good());
    }
};

QTEST_GUILESS_MAIN(OutsideTest)
#include "outside_test.moc"
