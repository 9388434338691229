// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The network as a graph and the dates as a calendar, read by those that they are written for: Graphviz, a reader of
// XML, and libical.
#include "store/file.h"
#include "store/outward.h"
#include "support/builder.h"
#include "support/call.h"
#include "support/late_access.h"

#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <QXmlStreamReader>

using namespace yarrin;
using namespace yarrin::test;

class CliOutwardTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    [[nodiscard]] std::string at(const char* name) const {
        return m_folder.filePath(QString::fromLatin1(name)).toStdString();
    }
    /// Names as people write them: quotes, signs of markup, a line's end.
    std::string file() {
        Builder job;
        job.task("A\"1", 5).task("B<&>", 3).milestone("M");
        job.change("A\"1", [](Activity& a) { a.name = "Dig \\ \"deep\"\nand <wide> & long"; });
        job.link("A\"1", "B<&>", LinkType::ss, 2 * 480).link("B<&>", "M");
        job.section("S1", "M", "2027-03-04", 1000);
        addLateAccess(job.programme);
        job.programme.job.noticeDays = 7;
        Lack lack;
        lack.id = LackId{1};
        lack.activity = job.programme.activities[0].id;
        lack.kind = "drawings";
        lack.what = "D-101";
        lack.owner = "A. Lorne";
        lack.wanted = dateFrom(2027, 2, 26);
        job.programme.lacks.append(lack);
        const std::string path = at("job.yarrin.json");
        if (!writeProgramme(job.programme, path, FileFormat::json).ok()) qFatal("not written");
        return path;
    }

private slots:
    /// Graphviz draws it and gives back all names and arrows.
    void graphviz() {
        QCOMPARE(int(call({"convert", file(), at("net.dot")}).status), 0);
        QProcess dot;
        dot.start(QStringLiteral("dot"), {QStringLiteral("-Tplain"), QString::fromStdString(at("net.dot"))});
        QVERIFY(dot.waitForFinished(20000) && dot.exitCode() == 0);
        const QString plain = QString::fromUtf8(dot.readAllStandardOutput());
        QCOMPARE(plain.count(QStringLiteral("\nnode ")), qsizetype(3));
        QCOMPARE(plain.count(QStringLiteral("\nedge ")), qsizetype(2));
        QVERIFY2(plain.contains(QStringLiteral("2027-03-01 to 2027-03-05")), qPrintable(plain));
        QVERIFY2(plain.contains(QStringLiteral("SS")), qPrintable(plain));
    }

    /// A reader of XML finds nodes and edges with their figures.
    void graphml() {
        QCOMPARE(int(call({"convert", file(), at("net.graphml")}).status), 0);
        QFile text(QString::fromStdString(at("net.graphml")));
        QVERIFY(text.open(QIODevice::ReadOnly));
        QXmlStreamReader reader(&text);
        QStringList nodes, edges, data;
        while (!reader.atEnd()) {
            reader.readNext();
            if (!reader.isStartElement()) continue;
            const auto attribute = [&](const char* name) {
                return reader.attributes().value(QLatin1String(name)).toString();
            };
            if (reader.name() == QLatin1String("node")) nodes << attribute("id");
            if (reader.name() == QLatin1String("edge")) edges << attribute("source") + "→" + attribute("target");
            if (reader.name() != QLatin1String("data")) continue;
            const QString key = attribute("key");
            data << key + "=" + reader.readElementText();
        }
        QVERIFY2(!reader.hasError(), qPrintable(reader.errorString()));
        QCOMPARE(nodes, (QStringList{QStringLiteral("A\"1"), QStringLiteral("B<&>"), QStringLiteral("M")}));
        QCOMPARE(edges, (QStringList{QStringLiteral("A\"1→B<&>"), QStringLiteral("B<&>→M")}));
        QVERIFY(data.contains(QStringLiteral("name=Dig \\ \"deep\" and <wide> & long")));
        QVERIFY(data.contains(QStringLiteral("start=2027-03-01T08:00")));
        QVERIFY(data.contains(QStringLiteral("lag=960")) && data.contains(QStringLiteral("type=SS")));
    }

    /// Days by hand: B starts on the 3rd and takes three, so that M stands on the 5th, a day after its date; notice is
    /// due on the 8th, the seventh day after the 1st.
    void calendar() {
        QCOMPARE(int(call({"convert", file(), at("dates.ics")}).status), 0);
        const auto read = readExceptions(at("dates.ics"), dateFrom(2027, 1, 1));
        QVERIFY2(read.ok(), read.ok() ? "" : read.error().sentence().c_str());
        QStringList days;
        for (const CalendarException& one : read->exceptions)
            days << QString::fromStdString(isoDate(one.from) + " " + one.name);
        days.sort();
        QCOMPARE(days, (QStringList{QStringLiteral("2027-02-26 Wanted: drawings, D-101"),
                                    QStringLiteral("2027-03-04 Contract date S1 S1"), QStringLiteral("2027-03-05 M M"),
                                    QStringLiteral("2027-03-08 Due: notice of E1 Access late")}));
    }

    void refused() {
        QCOMPARE(int(call({"convert", file(), at("x.ics"), "--today", "soon"}).status), 2);
        Builder loop;
        loop.task("A", 1).task("B", 1).link("A", "B").link("B", "A");
        QVERIFY(writeProgramme(loop.programme, at("loop.yarrin.json"), FileFormat::json).ok());
        QCOMPARE(int(call({"convert", at("loop.yarrin.json"), at("loop.dot")}).status), 1);
        QVERIFY(!QFile::exists(QString::fromStdString(at("loop.dot"))));
        QCOMPARE(int(call({"convert", file(), "/nowhere/x.graphml"}).status), 3);
    }
};

QTEST_GUILESS_MAIN(CliOutwardTest)
#include "cli_outward_test.moc"
