// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/csv.h"
#include "store/file.h"
#include "store/outside.h"
#include "store/workbook.h"

#include <QTemporaryDir>
#include <QTest>

#include <zip.h>

using namespace yarrin;

namespace {

std::filesystem::path sheets(const char* name) {
    return std::filesystem::path(SOURCE_DIR) / "tests/data/sheets" / name;
}

/// A row as "a|b|c", figures in brackets.
QString line(const Sheet& sheet, std::size_t row) {
    QStringList cells;
    for (std::size_t column = 0; column < sheet.columns(); ++column) {
        const SheetCell& cell = sheet.at(row, column);
        const QString text = QString::fromStdString(cell.text);
        cells << (cell.number ? QStringLiteral("[%1]").arg(text) : text);
    }
    return cells.join(QLatin1Char('|'));
}

} // namespace

/// Spreadsheets that LibreOffice wrote (tests/data/sheets/make_sheets.py), text tables, and files that cannot be.
class WorkbookTest : public QObject {
    Q_OBJECT
private slots:
    void officeSheets_data() {
        QTest::addColumn<QString>("name");
        QTest::newRow("Office Open XML") << "bill.xlsx";
        QTest::newRow("OpenDocument") << "bill.ods";
    }
    void officeSheets() {
        QFETCH(QString, name);
        const auto book = readWorkbook(sheets(name.toUtf8().constData()));
        QVERIFY2(book.ok(), book.ok() ? "" : book.error().sentence().c_str());
        QCOMPARE(book->sheets.size(), std::size_t(1));
        const Sheet& sheet = book->sheets[0];
        QCOMPARE(QString::fromStdString(sheet.name), QStringLiteral("Bill"));
        QVERIFY(line(sheet, 0).startsWith(QStringLiteral("Bill of quantities, quay wall|")));
        QVERIFY(line(sheet, 2).startsWith(QStringLiteral("Item|Description|Unit|Quantity|Location|Rate")));
        QVERIFY(line(sheet, 4).startsWith(QStringLiteral("1.01|Excavate to formation|m3|[1250.5]|North|[7.25]|")));
        // A formula gives its result, and what is merged downwards holds for every row.
        QCOMPARE(sheet.at(5, 3).number.value_or(0), 1250.5 * 1.2);
        QCOMPARE(QString::fromStdString(sheet.at(6, 3).text), QStringLiteral("0.3"));
        if (name.endsWith(QLatin1String("xlsx")))
            QCOMPARE(QString::fromStdString(sheet.at(6, 4).text), QStringLiteral("North"));
        QVERIFY(!sheet.at(8, 3).number); // text that looks like a figure stays a text
        QCOMPARE(QString::fromStdString(sheet.at(12, 3).text), QStringLiteral("about 12"));
        // A date is a date or the number of its day.
        const SheetCell& date = sheet.at(4, 6);
        QVERIFY(date.text == "2026-03-02" || date.number == 46083.0);
    }
    void mergedInOpenDocument() {
        const auto book = readWorkbook(sheets("bill.ods"));
        QVERIFY(book.ok());
        QCOMPARE(QString::fromStdString(book->sheets[0].at(5, 4).text), QStringLiteral("North"));
    }

    /// How far a cell's format moves its text in is told in blanks: three for each step, in both formats.
    void indented_data() {
        QTest::addColumn<QString>("name");
        QTest::newRow("Office Open XML") << "indented.xlsx";
        QTest::newRow("OpenDocument") << "indented.ods";
    }
    void indented() {
        QFETCH(QString, name);
        const auto book = readWorkbook(sheets(name.toUtf8().constData()));
        QVERIFY2(book.ok(), book.ok() ? "" : book.error().sentence().c_str());
        QCOMPARE(book->sheets.size(), std::size_t(2));
        for (const Sheet& sheet : book->sheets) {
            QList<int> indents;
            for (std::size_t row = 1; row < sheet.rows.size(); ++row) {
                indents << sheet.at(row, 0).indent;
                QCOMPARE(sheet.at(row, 1).indent, 0);
            }
            QCOMPARE(indents, (QList<int>{0, 3, 6, 6, 3, 0}));
            QCOMPARE(line(sheet, 3), QStringLiteral("Drive|4d"));
        }
    }

    void refused() {
        QTemporaryDir folder;
        const auto path = [&](const char* name) { return std::filesystem::path(folder.filePath(name).toStdString()); };
        const auto reason = [](const std::filesystem::path& file) {
            const auto read = readWorkbook(file);
            return read.ok() ? QString() : QString::fromStdString(read.error().what);
        };
        QVERIFY(reason(sheets("secret.ods")).contains(QLatin1String("password")));
        // What a protected workbook of Office begins with: a compound file, not a packed one.
        QVERIFY(writeTextFile(path("old.xlsx"), std::string("\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1", 8) + "rest").ok());
        QVERIFY(reason(path("old.xlsx")).contains(QLatin1String("password")));
        const auto whole = readTextFile(sheets("bill.xlsx"));
        QVERIFY(whole.ok());
        for (const std::size_t size : {whole->size() / 4, whole->size() / 2, whole->size() - 30}) {
            QVERIFY(writeTextFile(path("half.xlsx"), whole->substr(0, size)).ok());
            QVERIFY(reason(path("half.xlsx")).contains(QLatin1String("damaged")));
        }
        QVERIFY(writeTextFile(path("empty.csv"), "").ok());
        QVERIFY(reason(path("empty.csv")).contains(QLatin1String("empty")));
        QVERIFY(writeTextFile(path("quote.csv"), "a,b\n\"c\"d,e\n").ok());
        QVERIFY(reason(path("quote.csv")).contains(QLatin1String("quotation mark")));
        QVERIFY(writeTextFile(path("picture.csv"), std::string("\x89PNG\0\0\0\0", 8)).ok());
        QVERIFY(reason(path("picture.csv")).contains(QLatin1String("not a text")));
        QVERIFY(!reason(path("nothing.xlsx")).isEmpty());
    }

    /// A file of a few kilobytes that would unpack to 500 MB is refused before anything is unpacked.
    void bomb() {
        QTemporaryDir folder;
        const std::string name = folder.filePath(QStringLiteral("bomb.xlsx")).toStdString();
        int code = 0;
        zip_t* archive = zip_open(name.c_str(), ZIP_CREATE, &code);
        const std::string zeros(100'000'000, '0');
        for (const char* part : {"xl/workbook.xml", "xl/a.xml", "xl/b.xml", "xl/c.xml", "xl/d.xml"})
            zip_file_add(archive, part, zip_source_buffer(archive, zeros.data(), zeros.size(), 0), 0);
        QCOMPARE(zip_close(archive), 0);
        QVERIFY(std::filesystem::file_size(name) < 1'000'000);
        const auto read = readWorkbook(name);
        QVERIFY(!read.ok());
        QVERIFY(QString::fromStdString(read.error().what).contains(QLatin1String("500 MB")));
    }

    /// Bytes of a workbook, one after another, made wrong: an error or a table. The library that reads it may end its
    /// process with an assertion; that is why it has one of its own, and the program goes on.
    void flipped() {
        QTemporaryDir folder;
        const std::filesystem::path path = folder.filePath(QStringLiteral("flipped.xlsx")).toStdString();
        const auto whole = readTextFile(sheets("schedule.xlsx"));
        QVERIFY(whole.ok());
        int refusedOnes = 0;
        for (std::size_t at = 0; at < whole->size(); at += 29) {
            std::string wrong = *whole;
            wrong[at] = static_cast<char>(wrong[at] ^ 0x5A);
            QVERIFY(writeTextFile(path, wrong).ok());
            const auto read = readWorkbook(path);
            refusedOnes += read.ok() ? 0 : 1;
            if (!read.ok()) QVERIFY(!read.error().what.empty());
        }
        QVERIFY(refusedOnes > 0);
    }

    void textTables() {
        QTemporaryDir folder;
        const std::filesystem::path path = folder.filePath(QStringLiteral("table.csv")).toStdString();
        const auto first = [&](const std::string& text) {
            if (!writeTextFile(path, text).ok()) return QStringLiteral("cannot write");
            const auto read = readWorkbook(path);
            return read.ok() ? line(read->sheets[0], 0) + QString::fromStdString(read->note)
                             : QString::fromStdString(read.error().sentence());
        };
        QCOMPARE(first("a,\"b, c\",\"d \"\"e\"\"\"\n"), QStringLiteral("a|b, c|d \"e\""));
        QCOMPARE(first("a;1,5;c\n"), QStringLiteral("a|1,5|c"));
        QCOMPARE(first("a\tb\tc\n"), QStringLiteral("a|b|c"));
        QCOMPARE(first("\xEF\xBB\xBFm\xC2\xB3,x\n"), QString::fromUtf8("m³|x"));
        // Windows' letters are told apart and said so; Unicode in two bytes goes by its mark.
        QVERIFY(first("m\xB3,x\n").startsWith(QString::fromUtf8("m³|x")));
        QVERIFY(first("m\xB3,x\n").contains(QLatin1String("Windows")));
        QCOMPARE(first(std::string("\xFF\xFEm\0\xB3\0,\0x\0\n\0", 12)), QString::fromUtf8("m³|x"));
    }

    void clipboard() {
        const Sheet sheet = sheetFromClipboard("a\t12\" pipe\tc\n\"two\nlines\"\t\"say \"\"yes\"\"\"\n");
        QCOMPARE(sheet.rows.size(), std::size_t(2));
        QCOMPARE(line(sheet, 0), QStringLiteral("a|12\" pipe|c"));
        QCOMPARE(line(sheet, 1), QStringLiteral("two lines|say \"yes\"|"));
    }

    void writtenAndReadBack() {
        QTemporaryDir folder;
        Sheet sheet;
        sheet.name = "Book";
        sheet.rows = {{{"Name", {}}, {"Output", {}}}, {{"Größe, \"special\"", {}}, {"7.25", 7.25}}};
        for (const char* name : {"book.xlsx", "book.csv"}) {
            const std::filesystem::path path = folder.filePath(QString::fromLatin1(name)).toStdString();
            QVERIFY(writeWorkbook({sheet}, path).ok());
            const auto read = readWorkbook(path);
            QVERIFY(read.ok());
            QCOMPARE(line(read->sheets[0], 1).remove(QLatin1Char('[')).remove(QLatin1Char(']')),
                     QString::fromUtf8("Größe, \"special\"|7.25"));
        }
        QVERIFY(!writeWorkbook({sheet}, "/nowhere/book.xlsx").ok());
    }

    /// Every table of several is written: as text each into a file of its own, in a workbook under a name it can have.
    void noTableIsLeftOut() {
        QTemporaryDir folder;
        std::vector<Sheet> sheets(4);
        const std::vector<std::string> names{"Activities", "Bill: [all]/2027?", std::string(60, 'x'),
                                             "BILL: [all]/2027?"};
        for (std::size_t i = 0; i < sheets.size(); ++i) {
            sheets[i].name = names[i];
            sheets[i].rows = {{{"sheet " + std::to_string(i), {}}}};
        }
        const std::string path = folder.filePath(QStringLiteral("all.xlsx")).toStdString();
        QVERIFY(writeWorkbook(sheets, path).ok());
        const auto read = readWorkbook(path);
        QVERIFY(read.ok());
        QCOMPARE(read->sheets.size(), sheets.size());
        for (std::size_t i = 0; i < sheets.size(); ++i)
            QCOMPARE(read->sheets[i].at(0, 0).text, "sheet " + std::to_string(i));
        QCOMPARE(read->sheets[1].name, std::string("Bill- -all--2027-"));
        QCOMPARE(read->sheets[3].name, std::string("BILL- -all--2027- 2"));
        sheets.resize(2);
        sheets[1].name = "Bill";
        const std::string text = folder.filePath(QStringLiteral("all.csv")).toStdString();
        QVERIFY(writeWorkbook(sheets, text).ok());
        QCOMPARE(readWorkbook(text)->sheets[0].at(0, 0).text, std::string("sheet 0"));
        QCOMPARE(readWorkbook(folder.filePath(QStringLiteral("all-bill.csv")).toStdString())->sheets[0].at(0, 0).text,
                 std::string("sheet 1"));
    }

    /// In the language of the system a comma may part decimals; in the file it never does.
    void numbersOfFilesKnowNoLanguage() {
        QTemporaryDir folder;
        Sheet sheet;
        sheet.name = "Figures";
        for (const double value : {7.25, -0.5, 1234567.875, 1e-9, 0.1 + 0.2})
            sheet.rows.push_back({numberCell(value), {"text", {}}});
        const std::string path = folder.filePath(QStringLiteral("f.xlsx")).toStdString();
        QVERIFY(writeWorkbook({sheet}, path).ok());
        const std::unique_ptr<zip_t, decltype(&zip_discard)> archive(zip_open(path.c_str(), ZIP_RDONLY, nullptr),
                                                                     zip_discard);
        const std::unique_ptr<zip_file_t, decltype(&zip_fclose)> part(
            zip_fopen(archive.get(), "xl/worksheets/sheet1.xml", 0), zip_fclose);
        std::string xml(100000, '\0');
        xml.resize(std::size_t(zip_fread(part.get(), xml.data(), xml.size())));
        QVERIFY2(xml.find("<v>7.25</v>") != std::string::npos && xml.find("<v>-0.5</v>") != std::string::npos,
                 xml.c_str());
        const auto read = readWorkbook(path);
        QVERIFY(read.ok());
        for (std::size_t i = 0; i < sheet.rows.size(); ++i)
            QCOMPARE(read->sheets[0].at(i, 0).number, sheet.rows[i][0].number);
        QCOMPARE(numberCell(0.1 + 0.2).text, std::string("0.3"));
    }

    /// A cell is never a formula elsewhere, and read again it is what it was.
    void textTablesHoldNoFormulas() {
        QTemporaryDir folder;
        const std::string path = folder.filePath(QStringLiteral("f.csv")).toStdString();
        Sheet sheet;
        sheet.name = "f";
        const std::vector<std::string> cells{"=1+1",   "+SUM(A1)", "-5", "-x",   "@now", "'=x",
                                             "'plain", "1e3",      "=",  "-1,5", "''=y"};
        auto& row = sheet.rows.emplace_back();
        for (const std::string& cell : cells) row.push_back({cell, {}});
        QVERIFY(writeTable(sheet, path).ok());
        const std::string text = *readTextFile(path);
        for (const char* formula : {"\"=", "\"+", "\"@", "\"-x"})
            QVERIFY2(text.find(formula) == std::string::npos, text.c_str());
        QVERIFY2(text.find("\"-5\"") != std::string::npos, "a number stays one");
        const auto read = readWorkbook(path);
        QVERIFY(read.ok());
        for (std::size_t i = 0; i < cells.size(); ++i) QCOMPARE(read->sheets[0].at(0, i).text, cells[i]);
    }
};

QTEST_GUILESS_MAIN(WorkbookTest)
#include "workbook_test.moc"
