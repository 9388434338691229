// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/phrases.h"
#include "support/builder.h"

#include <QTest>

using namespace yarrin;
using namespace yarrin::test;

class PhrasesTest : public QObject {
    Q_OBJECT
private slots:
    void durationsReadAsPeopleTypeThem_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("minutes");
        QTest::addColumn<bool>("elapsed");
        QTest::newRow("days") << "12d" << 12 * 480 << false;
        QTest::newRow("bare") << "12" << 12 * 480 << false;
        QTest::newRow("weeks and days: eight days on a five-day week") << "1w 3d" << 8 * 480 << false;
        QTest::newRow("hours") << "6h" << 360 << false;
        QTest::newRow("words") << "2 weeks 1 day" << 11 * 480 << false;
        QTest::newRow("decimals") << "2.5d" << 1200 << false;
        QTest::newRow("calendar days") << "10cd" << 14400 << true;
        QTest::newRow("calendar days and hours") << "1cd 12h" << 2160 << true;
        QTest::newRow("part of a calendar day") << "0cd 90m" << 90 << true;
        QTest::newRow("nothing") << "0" << 0 << false;
    }
    void durationsReadAsPeopleTypeThem() {
        QFETCH(QString, text);
        QFETCH(int, minutes);
        QFETCH(bool, elapsed);
        const auto span = parseSpan(text.toStdString(), {480, 5});
        QVERIFY2(span.ok(), span.ok() ? "" : span.error().what.c_str());
        QCOMPARE(span->minutes, Minutes(minutes));
        QCOMPARE(span->elapsed, elapsed);
        const auto again = parseSpan(spanText(span->minutes, {480, 5}, elapsed), {480, 5});
        QCOMPARE(again->minutes, span->minutes);
    }

    // Common practice: a ten-hour shift is one day on a four-tens calendar, and would read 1.25 on an eight-hour one.
    void aTenHourShiftIsOneDay() {
        QCOMPARE(spanText(600, {600, 4}), std::string("1d"));
        QCOMPARE(spanText(600, {480, 5}), std::string("1d 2h"));
        QCOMPARE(parseSpan("1d", {600, 4})->minutes, 600);
        QCOMPARE(parseSpan("1w", {600, 4})->minutes, 2400);
    }

    void whatIsNoDurationIsRefused_data() {
        QTest::addColumn<QString>("text");
        for (const char* text : {"", "d", "12x", "-3d", "1d 2cd", "3d4", "1e99d", "99999999999999d", "five days"})
            QTest::addRow("%s", text) << QString::fromLatin1(text);
    }
    void whatIsNoDurationIsRefused() {
        QFETCH(QString, text);
        QVERIFY(!parseSpan(text.toStdString(), {480, 5}).ok());
    }

    void phrasesReadBackAsWritten_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("written");
        QTest::newRow("plain") << "A"
                               << "A";
        QTest::newRow("lag") << "A +3d"
                             << "A +3d";
        QTest::newRow("lead") << "A -2d"
                              << "A -2d";
        QTest::newRow("start with start") << "with A +5d"
                                          << "with A +5d";
        QTest::newRow("finish with finish") << "ends with A + 1w"
                                            << "ends with A +5d";
        QTest::newRow("start to finish") << "ends on start of A"
                                         << "ends on start of A";
        QTest::newRow("abbreviation") << "a ss +5d"
                                      << "with A +5d";
        QTest::newRow("calendar days") << "A FS +3cd"
                                       << "A +3cd";
        QTest::newRow("hyphenated id with a lead") << "C-1-2d"
                                                   << "C-1 -2d";
        QTest::newRow("calendar days and hours") << "A +1cd 12h"
                                                 << "A +1cd 12h";
        QTest::newRow("an id that reads like an opening") << "\"with\" +2d"
                                                          << "\"with\" +2d";
        QTest::newRow("quoted id") << "\"D 4\" +1d"
                                   << "\"D 4\" +1d";
    }
    void phrasesReadBackAsWritten() {
        QFETCH(QString, typed);
        QFETCH(QString, written);
        Builder b;
        b.task("A", 1).task("B", 1).task("C-1", 1).task("D 4", 1).task("with", 1);
        const auto phrases = parseLinkPhrases(b.programme, Lookup(b.programme), b.id("B"), typed.toStdString());
        QVERIFY2(phrases.ok(), phrases.ok() ? "" : phrases.error().what.c_str());
        QCOMPARE(phrases->size(), std::size_t(1));
        const LinkPhrase& p = phrases->front();
        const Link link{LinkId{1}, p.from,        b.id("B"),
                        p.type,    p.lag.minutes, p.lag.elapsed ? LagCalendar::continuous : LagCalendar::standard};
        QCOMPARE(QString::fromStdString(linkPhrase(b.programme, link)), written);
    }

    void whatIsWrongWithAPhraseIsSaid_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("said");
        QTest::newRow("unknown") << "A; Z9 +1d"
                                 << "Z9";
        QTest::newRow("lag") << "A +three"
                             << "three";
        QTest::newRow("rest") << "A later"
                              << "later";
    }
    void whatIsWrongWithAPhraseIsSaid() {
        QFETCH(QString, typed);
        QFETCH(QString, said);
        Builder b;
        b.task("A", 1).task("B", 1);
        const auto phrases = parseLinkPhrases(b.programme, Lookup(b.programme), b.id("B"), typed.toStdString());
        QVERIFY(!phrases.ok());
        QVERIFY2(QString::fromStdString(phrases.error().what).contains(said), phrases.error().what.c_str());
    }
};

QTEST_APPLESS_MAIN(PhrasesTest)
#include "phrases_test.moc"
