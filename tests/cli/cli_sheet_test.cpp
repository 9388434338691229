// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Sheets and views from the command line, without a display; whatever the language and settings of who calls.
#include "support/call.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>

#include <nlohmann/json.hpp>

using namespace yarrin;
using namespace yarrin::test;

class CliSheetTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;
    std::string m_demo;

    [[nodiscard]] std::string at(const char* name) const {
        return m_folder.filePath(QString::fromLatin1(name)).toStdString();
    }
    [[nodiscard]] QByteArray bytes(const char* name) const {
        QFile file(m_folder.filePath(QString::fromLatin1(name)));
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }

private slots:
    void initTestCase() {
        m_demo = at("demo.yarrin");
        QVERIFY(QFile::copy(QStringLiteral(DEMO), QString::fromStdString(m_demo)));
    }

    void list() {
        const Call plain = call({"sheet", m_demo, "--list"});
        QVERIFY2(plain.status == ExitStatus::done, plain.err.c_str());
        QVERIFY(plain.out.find("Monthly report\treport\tA4 upright\n") != std::string::npos);
        const auto json = nlohmann::ordered_json::parse(call({"sheet", m_demo, "--list", "--json"}).out);
        QCOMPARE(json["sheets"].size(), std::size_t(6));
        QVERIFY(json["sheets"][3]["view"] == "statement" && json["sheets"][3]["subject"] == "E08");
    }

    /// In every format; a second time the same letters; the file itself is left as it was.
    void written() {
        const QByteArray before = bytes("demo.yarrin");
        const Call pdf = call({"sheet", m_demo, "Cost and cash", at("cash.pdf")});
        QVERIFY2(pdf.status == ExitStatus::done, pdf.err.c_str());
        QVERIFY(bytes("cash.pdf").startsWith("%PDF-"));
        QVERIFY(call({"sheet", m_demo, "--all", at("all.pdf")}).status == ExitStatus::done);
        QVERIFY(bytes("all.pdf").size() > bytes("cash.pdf").size());
        QVERIFY(call({"picture", m_demo, "--view", "exposure", at("exposure.svg")}).status == ExitStatus::done);
        QVERIFY(bytes("exposure.svg").contains("<svg"));
        const Call words = call({"picture", m_demo, "--view", "statement", "--of", "E08", at("claim.md")});
        QVERIFY2(words.status == ExitStatus::done && words.err.empty(), words.err.c_str());
        const QByteArray claim = bytes("claim.md");
        QVERIFY(claim.contains("26 Oct 2026") && claim.contains("| S2 Berth | 15 | 13 | 0 |"));
        QVERIFY(call({"picture", m_demo, "--view", "statement", "--of", "E08", at("claim.md")}).status ==
                ExitStatus::done);
        QVERIFY(bytes("claim.md") == claim);
        QVERIFY(call({"picture", m_demo, "--view", "cash", at("cash.csv")}).status == ExitStatus::done);
        QVERIFY(bytes("cash.csv").startsWith("\"Month\",\"Cost\""));
        QVERIFY(call({"picture", m_demo, at("bars.svg")}).status == ExitStatus::done);
        QVERIFY(bytes("demo.yarrin") == before);
    }

    void refusals() {
        const auto status = [](const std::vector<std::string>& words) { return call(words).status; };
        QVERIFY(status({"sheet", m_demo}) == ExitStatus::usage);
        QVERIFY(status({"sheet", m_demo, "--json", "x"}) == ExitStatus::usage);
        QVERIFY(status({"sheet", m_demo, "--list", "--often"}) == ExitStatus::usage);
        QVERIFY(status({"picture", m_demo, "--view", "poster", at("x.pdf")}) == ExitStatus::usage);
        QVERIFY(status({"picture", m_demo, "--view"}) == ExitStatus::usage);
        const Call none = call({"sheet", m_demo, "Nobody's", at("x.pdf")});
        QVERIFY(none.status == ExitStatus::programme &&
                none.err.find("there is no sheet \"Nobody's\"") != std::string::npos);
        const Call gone = call({"picture", m_demo, "--view", "statement", "--of", "E99", at("x.pdf")});
        QVERIFY(gone.status == ExitStatus::programme && gone.err.find("E99") != std::string::npos);
        QVERIFY(status({"sheet", at("none.yarrin"), "Wall", at("x.pdf")}) == ExitStatus::file);
        const Call there = call({"sheet", m_demo, "Cost and cash", at("nowhere/x.pdf")});
        QVERIFY(there.status == ExitStatus::file && there.err.find("cannot be written") != std::string::npos);
        QVERIFY(!QFile::exists(m_folder.filePath(QStringLiteral("x.pdf"))));
        QVERIFY(!QDir(m_folder.filePath(QStringLiteral("nowhere"))).exists());
    }
};

QTEST_GUILESS_MAIN(CliSheetTest)
#include "cli_sheet_test.moc"
