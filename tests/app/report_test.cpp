// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Reports on paper: what a statement of delay says of cases worked by hand, what is on the pages of every view as other
// programs read them, workbooks whose sums come to what they say, and Markdown that takes names for nothing but names.
#include "app/reports/report_files.h"
#include "app/reports/report_sheet.h"
#include "app/reports/sheet_command.h"
#include "app/reports/sheet_maker.h"
#include "app/reports/view_reports.h"
#include "core/model/words.h"
#include "edit/sheet_edits.h"
#include "store/workbook.h"
#include "support/everyday.h"

#include <QDir>
#include <QImage>
#include <QProcess>
#include <QRegularExpression>

#include <cmath>

using namespace yarrin;
using namespace yarrin::test;

namespace {

struct Works : EverydayHistory<Works> {};

/// A 10 days, then B 10, to the milestone: the 20th. The event of a risk gives B more days from the 12th on.
struct Case {
    Works plan, now;
    explicit Case(Risk risk, int days) {
        plan.addWork("A", 10);
        plan.addWork("B", 10);
        plan.milestone("M").link("A", "B").link("B", "M").section("S1", "M", "2027-03-20", 1000);
        now = plan;
        (void)now.event("E1", risk, 12, {}, {now.more("B", days)});
    }
    [[nodiscard]] std::shared_ptr<const SheetFacts> facts(const KeptSheet& sheet) const {
        auto facts = std::make_shared<SheetFacts>();
        facts->sheet = sheet;
        facts->now = {std::make_shared<const Programme>(now.programme),
                      std::make_shared<const Schedule>(schedule(now.programme))};
        facts->delay = DelayStudy::find(
            [this] {
                return Result<std::vector<Stand>>({{"plan", plan.programme}, {"now", now.programme}});
            },
            DelayMethod::timeImpact, {});
        return facts;
    }
};

KeptSheet sheetOf(SheetView view, const std::string& subject = {}) {
    KeptSheet sheet;
    sheet.key = "Paper";
    sheet.view = view;
    sheet.subject = subject;
    sheet.paper = "A4";
    sheet.upright = true;
    return sheet;
}

/// A row of a table as "a | b | c", by the first cell that begins so.
QString line(const Report& report, const QString& table, const QString& begins) {
    for (const ReportBlock& block : report.blocks)
        if (block.table.name == table)
            for (const ReportRow& row : block.table.rows)
                if (!row.cells.empty() && row.cells.front().text.startsWith(begins)) {
                    QStringList cells;
                    for (const ReportCell& cell : row.cells) cells << cell.text;
                    return cells.join(QStringLiteral(" | "));
                }
    return QStringLiteral("no such line");
}

QString words(const Report& report) {
    QString all;
    for (const ReportBlock& block : report.blocks) all += block.text + QLatin1Char('\n');
    return all;
}

/// What another program says of a file.
QString told(const QString& program, const QStringList& arguments) {
    QProcess process;
    process.start(program, arguments);
    if (!process.waitForFinished(60000) || process.exitCode() != 0)
        qFatal("%s: %s", qPrintable(program), process.readAllStandardError().constData());
    return QString::fromUtf8(process.readAllStandardOutput());
}

} // namespace

class ReportTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    Document m_demo;
    ViewState m_state;

    [[nodiscard]] QString at(const QString& name) const { return m_folder.filePath(name); }
    Result<std::shared_ptr<const PaperSheet>> made(const KeptSheet& sheet) {
        WorkWatch watch;
        return makerOf(m_demo, m_state, sheet)(watch);
    }
    std::shared_ptr<const Report> report(const KeptSheet& sheet) {
        const auto one = made(sheet);
        if (!one.ok()) qFatal("%s", one.error().sentence().c_str());
        return std::make_shared<const Report>(dynamic_cast<const ReportSheet&>(**one).report());
    }
    /// Ink in the ten millimetres around each page, as another program paints it.
    static int inkInMargins(const QString& pdf, const QString& base, int& inside) {
        told(QStringLiteral("pdftoppm"),
             {QStringLiteral("-r"), QStringLiteral("50"), QStringLiteral("-gray"), QStringLiteral("-png"), pdf, base});
        const QFileInfo info(base);
        int ink = 0;
        for (const QString& name : QDir(info.path()).entryList({info.fileName() + QStringLiteral("-*.png")})) {
            const QImage image(info.path() + QLatin1Char('/') + name);
            const int edge = int(9.4 / 25.4 * 50);
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x) {
                    if (qGray(image.pixel(x, y)) >= 250) continue;
                    const bool margin = x < edge || y < edge || x >= image.width() - edge || y >= image.height() - edge;
                    ++(margin ? ink : inside);
                }
        }
        return ink;
    }

private slots:
    void initTestCase() {
        const QString copy = at(QStringLiteral("demo.yarrin"));
        QVERIFY(QFile::copy(QStringLiteral(":/demo/brannoch.yarrin"), copy));
        QFile::setPermissions(copy, QFile::ReadOwner | QFile::WriteOwner);
        QVERIFY(m_demo.open(copy).ok());
    }

    /// Five days more of the employer's move S1 from the 20th to the 25th: entitled to five, paid five. Ours move as
    /// much and entitle to nothing; a day more is a day more; nobody's give time and no money.
    void aStatementByHand() {
        const auto days = [](Risk risk, int number) {
            const auto made = statementOf(Case(risk, number).facts(sheetOf(SheetView::statement, "E1")));
            return made.ok() ? line(**made, QStringLiteral("Days of E1"), QStringLiteral("S1")) : QString();
        };
        // Section, claimed, assessed, granted, moved, entitled, concurrent, paid.
        QCOMPARE(days(Risk::employer, 5), QStringLiteral("S1 S1 | 0 | 0 | 0 | 5 | 5 | 0 | 5"));
        QCOMPARE(days(Risk::contractor, 5), QStringLiteral("S1 S1 | 0 | 0 | 0 | 5 | 0 | 0 | 0"));
        QCOMPARE(days(Risk::employer, 6), QStringLiteral("S1 S1 | 0 | 0 | 0 | 6 | 6 | 0 | 6"));
        QCOMPARE(days(Risk::neutral, 5), QStringLiteral("S1 S1 | 0 | 0 | 0 | 5 | 5 | 0 | 0"));
        const auto made = statementOf(Case(Risk::employer, 5).facts(sheetOf(SheetView::statement, "E1")));
        QVERIFY(made.ok());
        const QString all = words(**made);
        QVERIFY2(all.contains(QStringLiteral("S1 S1 is forecast 20 Mar 2027 without it and 25 Mar 2027 with it, 5 days "
                                             "later")),
                 qPrintable(all));
        // B starts on the 11th either way; without it it finishes on the 20th. Late dates are those of the finish: no
        // float either way.
        QCOMPARE(line(**made, QStringLiteral("Float around E1"), QStringLiteral("B")),
                 QStringLiteral("B B | 11 Mar 2027 | 11 Mar 2027 | 20 Mar 2027 | 25 Mar 2027 | 0 d | 0 d"));
    }

    /// Of sections that move alike the one is told of that people name first, whatever the order of rows.
    void theOrderOfSectionsDecidesNothing() {
        QStringList told;
        for (const bool turned : {false, true}) {
            Case one(Risk::employer, 5);
            for (Works* works : {&one.plan, &one.now}) {
                works->section("S0", "M", "2027-03-20", 500);
                if (!turned) continue;
                auto rows = works->programme.sections.take();
                std::reverse(rows.begin(), rows.end());
                works->programme.sections.assign(std::move(rows));
            }
            const auto made = statementOf(one.facts(sheetOf(SheetView::statement, "E1")));
            QVERIFY(made.ok());
            for (const ReportBlock& block : (*made)->blocks)
                if (block.text.startsWith(QStringLiteral("Put into"))) told << block.text;
        }
        QCOMPARE(told.size(), 2);
        QVERIFY2(told[0].contains(QStringLiteral(": S0 ")) && told[0] == told[1],
                 qPrintable(told.join(QLatin1Char('\n'))));
    }

    /// The parts that are chosen come in their order with their own words, and no others.
    void partsInTheirOrder() {
        KeptSheet sheet = sheetOf(SheetView::statement, "E1");
        sheet.parts = {{ReportPart::assumptions, {}},
                       {ReportPart::words, "Our **own** words\n\n- a point"},
                       {ReportPart::facts, "Before the facts."}};
        const auto made = statementOf(Case(Risk::employer, 5).facts(sheet));
        QVERIFY(made.ok());
        QStringList heads;
        for (const ReportBlock& block : (*made)->blocks)
            if (block.kind == ReportBlock::Kind::heading && block.level == 1) heads << block.text;
        QCOMPARE(heads, QStringList({QStringLiteral("Assumptions"), QStringLiteral("The event and its notices")}));
        const QString all = words(**made);
        QVERIFY(all.indexOf(QStringLiteral("Our own words")) > all.indexOf(QStringLiteral("Assumptions")));
        QVERIFY(all.indexOf(QStringLiteral("Before the facts.")) < all.indexOf(QStringLiteral("E1")));
        for (const ReportBlock& block : (*made)->blocks)
            if (block.text == QLatin1String("Our own words")) {
                QCOMPARE(block.bold.size(), std::size_t(1));
                QCOMPARE(block.text.mid(block.bold[0].from, block.bold[0].length), QStringLiteral("own"));
            }
    }

    void viewsOfTheDemo_data() {
        QTest::addColumn<int>("view");
        QTest::addColumn<QString>("contains");
        const std::pair<SheetView, const char*> list[] = {{SheetView::logic, "Jack-up and rig"},
                                                          {SheetView::scope, "Causeway · Section 1"},
                                                          {SheetView::calendars, "Tide window, bankseat"},
                                                          {SheetView::demand, "Steel fixer"},
                                                          {SheetView::cash, "The deepest position of cash is"},
                                                          {SheetView::lines, "crew-days were planned"},
                                                          {SheetView::completion, "E08 Deeper cap instructed"},
                                                          {SheetView::exposure, "Over the stands of"},
                                                          {SheetView::soundness, "Links past a milestone"},
                                                          {SheetView::narrative, "Critical path"},
                                                          {SheetView::statement, "Prolongation"},
                                                          {SheetView::report, "The next six weeks"}};
        for (const auto& [view, text] : list)
            QTest::newRow(wordOf(view).data()) << int(view) << QString::fromUtf8(text);
    }
    /// Every view as a PDF: its words, fonts that are in it, no ink in its margins, places to turn to, a language.
    void viewsOfTheDemo() {
        QFETCH(int, view);
        QFETCH(QString, contains);
        const auto sheet = made(sheetOf(SheetView(view)));
        QVERIFY2(sheet.ok(), sheet.ok() ? "" : sheet.error().sentence().c_str());
        const QString base = at(QStringLiteral("view%1").arg(view)), pdf = base + QStringLiteral(".pdf");
        const auto written = (*sheet)->write(pdf, SheetPaper(sheetOf(SheetView(view))));
        QVERIFY(written.ok());
        // Letters that a font writes as one are looked for as two, as readers do.
        const QString text = told(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), pdf, QStringLiteral("-")})
                                 .normalized(QString::NormalizationForm_KC);
        QVERIFY2(text.contains(contains), qPrintable(text.left(3000)));
        QVERIFY(text.contains(QStringLiteral("Brannoch Ferry Terminal")) && text.contains(QStringLiteral("1 of ")));
        QVERIFY(text.contains(QStringLiteral("Skerrow Marine")));
        for (const QString& font :
             told(QStringLiteral("pdffonts"), {pdf}).split(QLatin1Char('\n'), Qt::SkipEmptyParts).mid(2))
            QVERIFY2(font.contains(QRegularExpression(QStringLiteral("yes +(yes|no) +yes"))), qPrintable(font));
        int inside = 0;
        QCOMPARE(inkInMargins(pdf, base, inside), 0);
        QVERIFY(inside > 2000);
        QFile file(pdf);
        QVERIFY(file.open(QIODevice::ReadOnly));
        QVERIFY(file.readAll().contains("/Lang (en-GB)"));
        if (view == int(SheetView::report)) {
            const QString places = told(QStringLiteral("pdftohtml"),
                                        {QStringLiteral("-xml"), QStringLiteral("-i"), QStringLiteral("-stdout"), pdf});
            QVERIFY2(
                places.contains(QRegularExpression(QStringLiteral("<item page=\"[2-9]\">Events and notices</item>"))),
                qPrintable(places.right(2000)));
        }
    }

    /// The revision that it is stands in the foot with its sum; work in hand is no revision.
    void whichRevision() {
        const auto foot = [](const Report& report) {
            QString all;
            for (const FootCell& cell : report.foot)
                for (const QString& one : cell.lines) all += one + QLatin1Char('\n');
            return all;
        };
        const auto revisions = m_demo.keeper().file()->revisions();
        QVERIFY(revisions.ok() && revisions->size() == 5);
        const Revision& last = revisions->back();
        const QString sum = QString::fromStdString(last.digest.substr(0, 4));
        QVERIFY2(foot(*report(sheetOf(SheetView::exposure))).contains(QStringLiteral("revision 4\nsum %1 ").arg(sum)),
                 qPrintable(foot(*report(sheetOf(SheetView::exposure)))));
        KeptSheet older = sheetOf(SheetView::exposure);
        older.revision = "2";
        const QString then = foot(*report(older));
        QVERIFY2(then.contains(QStringLiteral("data date 5 Oct 2026\nrevision 2\n")), qPrintable(then));
        // A sheet of it that is drawn up changes no work; a longer activity does.
        QVERIFY(m_demo.perform(QStringLiteral("sheet"), [](Transaction& tx) { return setFirm(tx, "Skerrow"); }).ok());
        QVERIFY(foot(*report(sheetOf(SheetView::exposure))).contains(QStringLiteral("revision 4")));
        m_demo.undo();
        QVERIFY(m_demo
                    .perform(QStringLiteral("longer"),
                             [](Transaction& tx) {
                                 Activity one = tx.programme().activities[0];
                                 one.name += " anew";
                                 tx.set(std::move(one));
                                 return done();
                             })
                    .ok());
        QVERIFY(foot(*report(sheetOf(SheetView::exposure))).contains(QStringLiteral("as it stands, not a revision")));
        m_demo.undo();
    }

    /// What a report says moved is what the two programmes differ by.
    void whatMoved() {
        const auto made = report(sheetOf(SheetView::report));
        const auto revisions = m_demo.keeper().file()->revisions();
        const auto before = m_demo.readerOf((*revisions)[3])();
        QVERIFY(before.ok());
        for (std::size_t i = 0; i < m_demo.programme().sections.size(); ++i) {
            const Section& section = m_demo.programme().sections[i];
            const int moved = *m_demo.schedule().sections[i].forecast - *before->schedule->sections[i].forecast;
            const QString row = line(*made, QStringLiteral("What moved"), QString::fromStdString(section.key));
            QVERIFY2(row.endsWith(
                         QStringLiteral("| %1").arg(QString::number(moved).replace(QLatin1Char('-'), QChar(0x2212)))),
                     qPrintable(row));
        }
    }

    /// Read back as a general library reads it: every total is the sum of the figures above it, as a formula; dates are
    /// dates.
    void workbooksAddUp() {
        int sums = 0;
        for (const SheetView view :
             {SheetView::cash, SheetView::demand, SheetView::exposure, SheetView::report, SheetView::statement}) {
            const QString path = at(QStringLiteral("%1.xlsx").arg(int(view)));
            const auto sheet = made(sheetOf(view));
            QVERIFY(sheet.ok() && (*sheet)->write(path, {}).ok());
            const auto read = readWorkbook(path.toStdString());
            QVERIFY(read.ok());
            for (const Sheet& table : read->sheets) {
                const std::size_t last = table.rows.size() - 1;
                if (table.at(last, 0).text != "In all") continue;
                for (std::size_t c = 1; c < table.columns(); ++c) {
                    if (!table.at(last, c).number) continue;
                    double sum = 0;
                    for (std::size_t r = 1; r < last; ++r) sum += table.at(r, c).number.value_or(0);
                    QVERIFY2(std::abs(sum - *table.at(last, c).number) < 0.02,
                             qPrintable(QStringLiteral("%1 %2: %3")
                                            .arg(int(view))
                                            .arg(QString::fromStdString(table.name))
                                            .arg(sum)));
                    ++sums;
                }
            }
        }
        QVERIFY2(sums > 20, qPrintable(QString::number(sums)));
        const QString sheet1 = told(QStringLiteral("unzip"),
                                    {QStringLiteral("-p"), at(QStringLiteral("%1.xlsx").arg(int(SheetView::cash))),
                                     QStringLiteral("xl/worksheets/sheet1.xml")});
        QVERIFY2(sheet1.contains(QStringLiteral("<f>SUM(B2:B")), qPrintable(sheet1.right(800)));
        QVERIFY(sheet1.contains(QStringLiteral("state=\"frozen\"")));
        QVERIFY(told(QStringLiteral("unzip"),
                     {QStringLiteral("-l"), at(QStringLiteral("%1.xlsx").arg(int(SheetView::cash)))})
                    .contains(QStringLiteral("xl/charts/chart1.xml")));
    }

    /// Names that look like formulas, tables or links are names.
    void namesAreNames() {
        Report report;
        report.title = QStringLiteral("A | B");
        ReportTable table;
        table.name = QStringLiteral("a/b [c] much longer than a sheet may be called");
        table.columns = {{QStringLiteral("Name")}, {QStringLiteral("Figure"), true}};
        table.rows = {
            {{cell::text(QStringLiteral("=1+1")), cell::number(2)}},
            {{cell::text(QStringLiteral("x | y <b> [z](w)")), cell::number(3.5, 1)}},
            {{cell::text(QStringLiteral("In all")), cell::sum(cell::number(5.5, 1))}, ReportRow::Kind::total}};
        report.table(table);
        report.table(table); // of one name twice
        QVERIFY(writeTablesOf(report, at(QStringLiteral("names.xlsx"))).ok());
        const auto read = readWorkbook(at(QStringLiteral("names.xlsx")).toStdString());
        QVERIFY(read.ok());
        QCOMPARE(read->sheets.size(), std::size_t(2));
        QVERIFY(read->sheets[0].name != read->sheets[1].name);
        QCOMPARE(QString::fromStdString(read->sheets[0].at(1, 0).text), QStringLiteral("=1+1"));
        const QString xml = told(QStringLiteral("unzip"), {QStringLiteral("-p"), at(QStringLiteral("names.xlsx")),
                                                           QStringLiteral("xl/worksheets/sheet1.xml")});
        QCOMPARE(xml.count(QStringLiteral("<f>")), 1);
        const QString text = markdownOf(report, {});
        QVERIFY2(text.contains(QStringLiteral("| x \\| y \\<b\\> \\[z\\](w) | 3.5 |")), qPrintable(text));
        QVERIFY(writeTablesOf(report, at(QStringLiteral("names.csv"))).ok());
        QFile csv(at(QStringLiteral("names.csv")));
        QVERIFY(csv.open(QIODevice::ReadOnly));
        QVERIFY(csv.readAll().contains("'=1+1"));
    }

    /// Every row once, the head of a table on each page that it goes on to, words that lead to a table on its page.
    void tablesOverPages() {
        auto report = std::make_shared<Report>();
        report->title = QStringLiteral("Pages");
        for (int t = 0; t < 3; ++t) {
            report->heading(QStringLiteral("Heading%1").arg(t));
            report->words(QStringLiteral("Leads%1").arg(t));
            ReportTable table;
            table.columns = {{QStringLiteral("Head%1x").arg(t)}};
            for (int i = 0; i < 90 + 17 * t; ++i)
                table.rows.push_back({{cell::text(QStringLiteral("Row%1n%2x").arg(t).arg(i))}});
            report->table(std::move(table));
        }
        const ReportSheet sheet(report);
        QVERIFY(sheet.write(at(QStringLiteral("pages.pdf")), SheetPaper(sheetOf(SheetView::report))).ok());
        const QStringList pages =
            told(QStringLiteral("pdftotext"),
                 {QStringLiteral("-layout"), at(QStringLiteral("pages.pdf")), QStringLiteral("-")})
                .split(QLatin1Char('\f'), Qt::SkipEmptyParts);
        QVERIFY(pages.size() > 5);
        const QString all = pages.join(QString());
        for (int t = 0; t < 3; ++t) {
            for (int i = 0; i < 90 + 17 * t; ++i) QCOMPARE(all.count(QStringLiteral("Row%1n%2x").arg(t).arg(i)), 1);
            for (const QString& page : pages) {
                QCOMPARE(page.contains(QStringLiteral("Row%1n").arg(t)),
                         page.contains(QStringLiteral("Head%1x").arg(t)));
                if (page.contains(QStringLiteral("Leads%1").arg(t)))
                    QVERIFY(page.contains(QStringLiteral("Row%1n0x").arg(t)) &&
                            page.contains(QStringLiteral("Heading%1").arg(t)));
            }
        }
        // Asked to be fewer pages, it is set smaller, and all of it is there.
        SheetPaper two(sheetOf(SheetView::report));
        two.tall = 2;
        const auto laid = sheet.layOut(two);
        QVERIFY(laid.ok());
        QVERIFY((*laid)->pages() <= 2 && (*laid)->smallestText < leastReadable);
    }

    /// A job that has nothing yet but an activity: every view says so or shows what there is, and none falls over.
    void almostNothing() {
        Document bare;
        Builder one;
        one.task("A", 5);
        bare.replace(one.programme, {});
        WorkWatch watch;
        for (std::size_t i = 0; i < sheetViews; ++i) {
            const KeptSheet sheet = sheetOf(SheetView(i));
            const auto made = makerOf(bare, m_state, sheet)(watch);
            if (!made.ok()) {
                QVERIFY(!made.error().sentence().empty());
                continue;
            }
            const auto laid = (*made)->layOut(SheetPaper(sheet));
            QVERIFY(laid.ok() && (*laid)->pages() >= 1);
            QImage image(200, 280, QImage::Format_RGB32);
            QPainter painter(&image);
            for (std::size_t page = 0; page < (*laid)->pages(); ++page) (*laid)->paint(painter, page, 24);
        }
        const auto month = makerOf(bare, m_state, sheetOf(SheetView::report))(watch);
        QVERIFY(month.ok());
        QVERIFY(
            words(dynamic_cast<const ReportSheet&>(**month).report()).contains(QStringLiteral("has no sections yet")));
    }

    /// What is gone or cannot be is said, and nothing half is written.
    void refusals() {
        const auto fault = [&](const KeptSheet& sheet) {
            const auto one = made(sheet);
            return one.ok() ? QStringLiteral("none") : QString::fromStdString(one.error().sentence());
        };
        QVERIFY(
            fault(sheetOf(SheetView::statement, "E99")).contains(QStringLiteral("there is no event \"E99\" any more")));
        QVERIFY(fault(sheetOf(SheetView::completion, "S9")).contains(QStringLiteral("S9")));
        QVERIFY(fault(sheetOf(SheetView::demand, "Nobody")).contains(QStringLiteral("Nobody")));
        QVERIFY(fault(sheetOf(SheetView::narrative, "Z")).contains(QStringLiteral("Z")));
        KeptSheet gone = sheetOf(SheetView::exposure);
        gone.revision = "Z";
        QVERIFY(fault(gone).contains(QStringLiteral("its revision \"Z\" is there no more")));
        KeptSheet bars = sheetOf(SheetView::bars);
        bars.revision = "Z";
        QVERIFY(fault(bars).contains(QStringLiteral("its revision \"Z\"")));
        const auto sheet = made(sheetOf(SheetView::report));
        QVERIFY(sheet.ok());
        SheetPaper tiny(sheetOf(SheetView::report));
        tiny.size = "100 x 100";
        QVERIFY(!(*sheet)->write(at(QStringLiteral("tiny.pdf")), tiny).ok());
        for (const char* name : {"nowhere/r.pdf", "nowhere/r.md", "nowhere/r.xlsx", "nowhere/r.csv"})
            QVERIFY(!(*sheet)->write(at(QString::fromLatin1(name)), SheetPaper(sheetOf(SheetView::report))).ok());
        QVERIFY(!QFile::exists(at(QStringLiteral("tiny.pdf"))) && !QFile::exists(at(QStringLiteral("nowhere"))));
    }

    /// Markdown names its pictures, and they are there.
    void markdownWithPictures() {
        const auto sheet = made(sheetOf(SheetView::statement, "E08"));
        QVERIFY(sheet.ok());
        const auto written = (*sheet)->write(at(QStringLiteral("E08 claim.md")), {});
        QVERIFY(written.ok() && written->size() > 3);
        QFile file(at(QStringLiteral("E08 claim.md")));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QString text = QString::fromUtf8(file.readAll());
        static const QRegularExpression image(QStringLiteral("!\\[[^\\]]*\\]\\(([^)]*)\\)"));
        int found = 0;
        for (auto match = image.globalMatch(text); match.hasNext(); ++found) {
            const QString name = match.next().captured(1).replace(QStringLiteral("%20"), QStringLiteral(" "));
            QVERIFY2(QImage(at(name)).width() > 100 || QFile(at(name)).size() > 1000, qPrintable(name));
        }
        QCOMPARE(found, int(written->size()) - 1);
        QVERIFY(text.contains(QStringLiteral("| S2 Berth | 15 | 13 | 0 |")));
    }

    /// All sheets of the job in one PDF, from the command line of the application; who has it open is not disturbed.
    void allSheets() {
        SheetCommand command;
        command.file = at(QStringLiteral("demo.yarrin"));
        command.to = at(QStringLiteral("all.pdf"));
        command.all = true;
        QCOMPARE(runSheetCommand(command), 0);
        const QString places = told(QStringLiteral("pdftohtml"), {QStringLiteral("-xml"), QStringLiteral("-i"),
                                                                  QStringLiteral("-stdout"), command.to});
        for (const KeptSheet& sheet : m_demo.programme().sheets)
            QVERIFY2(places.contains(QStringLiteral(">%1</item>").arg(QString::fromStdString(sheet.key))),
                     sheet.key.c_str());
        // Or each in a folder, all or none of it.
        command.to = at(QStringLiteral("each"));
        QCOMPARE(runSheetCommand(command), 0);
        QCOMPARE(QDir(command.to).entryList(QDir::Files).size(), qsizetype(m_demo.programme().sheets.size()));
        QVERIFY(QFile(command.to + QStringLiteral("/Claim E08, deeper cap.pdf")).size() > 1000);
        command.to = QStringLiteral("/proc/none/each");
        QCOMPARE(runSheetCommand(command), 3);
        command.to = at(QStringLiteral("all.pdf"));
        command.all = false;
        command.name = QStringLiteral("nothing");
        QCOMPARE(runSheetCommand(command), 1);
        command.file = at(QStringLiteral("nofile.yarrin"));
        QCOMPARE(runSheetCommand(command), 3);
    }
};

QTEST_MAIN(ReportTest)
#include "report_test.moc"
