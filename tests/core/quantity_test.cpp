// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/measure.h"
#include "core/quantity/units.h"

#include <QTest>

#include <random>

using namespace yarrin;

namespace {

Decimal dec(const char* text) {
    return Decimal::parse(text).value();
}

Measure measure(const char* quantity, const char* output, const char* crews, const char* factor = "1") {
    Measure m;
    m.quantity = dec(quantity);
    m.outputPerCrewDay = dec(output);
    m.crews = dec(crews);
    m.factor = dec(factor);
    return m;
}

} // namespace

class QuantityTest : public QObject {
    Q_OBJECT
private slots:
    // Common practice: 2500 panels, three cranes at 30 panels a day each, 27.8 days, 28 in whole days.
    void panelsTakeTwentyEightDays() {
        Measure m = measure("2500", "30", "3");
        QCOMPARE(**durationOf(m, 600), 28 * 600);
        QVERIFY(std::abs(exactDays(m, 600)->toDouble() - 27.7778) < 0.001);
        m.roundTo = RoundTo::halfDay;
        QCOMPARE(**durationOf(m, 600), 28 * 600);
        m.roundTo = RoundTo::hour;
        QCOMPARE(**durationOf(m, 600), 278 * 60); // 277.8 hours of ten to a day
        m.roundTo = RoundTo::none;
        QCOMPARE(**durationOf(m, 600), 16667); // 16666.67 minutes
    }

    // In binary floating point 0.1 + 0.2 is more than 0.3 and would make another day.
    void figuresAreExactAndNotBinary() {
        QCOMPARE(**durationOf(measure("0.3", "0.1", "3"), 480), 480);
        QCOMPARE(**durationOf(measure("2.1", "0.7", "1"), 480), 3 * 480);
        QCOMPARE(**durationOf(measure("4.35", "0.01", "1", "1"), 480), 435 * 480);
        QCOMPARE(**durationOf(measure("1", "1", "1", "0.8"), 480), 2 * 480);
        Measure hours;
        hours.quantity = dec("24");
        hours.hoursPerUnit = dec("0.1");
        hours.crews = dec("3");
        hours.roundTo = RoundTo::none;
        QCOMPARE(**durationOf(hours, 480), 48);
    }

    void theDayOfTheCalendarCounts() {
        Measure m = measure("10", "1", "1");
        QCOMPARE(**durationOf(m, 600), 10 * 600);
        QCOMPARE(**durationOf(m, 480), 10 * 480);
    }

    void withoutCrewsThereIsNoDuration() {
        Measure m = measure("10", "1", "1");
        m.crews.reset();
        QVERIFY(durationOf(m, 480).ok());
        QVERIFY(!*durationOf(m, 480));
    }

    void whatIsSolvedGivesTheDurationBack() {
        std::mt19937 random(3);
        for (int i = 0; i < 5000; ++i) {
            Measure m = measure("1", "1", "1");
            m.quantity = Decimal(1 + int(random() % 100000), int(random() % 3));
            m.outputPerCrewDay = Decimal(1 + int(random() % 5000), int(random() % 3));
            m.factor = Decimal(50 + int(random() % 60), 2);
            const Minutes wanted = 480 * Minutes(1 + random() % 200);
            const auto crews = crewsFor(m, wanted, 480);
            if (!crews.ok()) continue; // more crews than any site holds
            m.crews = *crews;
            QVERIFY(**durationOf(m, 480) <= wanted);
            if (*crews > Decimal(1)) {
                m.crews = Decimal(crews->mantissa() - 1);
                QVERIFY(**durationOf(m, 480) > wanted); // one crew less would not do
            }
            m.crews = Decimal(2);
            m.outputPerCrewDay = *outputFor(m, wanted, 480);
            QVERIFY(**durationOf(m, 480) <= wanted);
            m.quantity = *quantityFor(m, wanted, 480);
            QVERIFY(**durationOf(m, 480) <= wanted);
        }
    }

    void absurdFiguresAreRefused() {
        QVERIFY(!durationOf(measure("-1", "1", "1"), 480).ok());
        QVERIFY(!durationOf(measure("1", "0", "1"), 480).ok());
        QVERIFY(!durationOf(measure("1", "-3", "1"), 480).ok());
        QVERIFY(!durationOf(measure("1", "1", "0"), 480).ok());
        QVERIFY(!durationOf(measure("1", "1", "1", "0"), 480).ok());
        QVERIFY(!durationOf(measure("1000000000000", "0.000000000001", "1"), 480).ok());
        QVERIFY(!crewsFor(measure("10", "1", "1"), 0, 480).ok());
    }

    void decimalsReadAndWriteTheSame() {
        for (const char* text : {"0", "0.65", "-12.5", "1344", "0.000001", "999999999999.99"})
            QCOMPARE(dec(text).text(), std::string(text));
        QCOMPARE(dec("1.500").text(), std::string("1.5"));
        QCOMPARE(dec("1e3").text(), std::string("1000"));
        QCOMPARE(Decimal::fromDouble(0.1)->text(), std::string("0.1"));
        for (const char* text : {"", ".", "1.2.3", "12a", "1234567890123456789012", "--1", "1e99"})
            QVERIFY2(!Decimal::parse(text), text);
        QVERIFY(dec("0.3") == dec("0.30"));
        QVERIFY(dec("0.29") < dec("0.3"));
    }

    void halvesRoundUp() {
        QCOMPARE((Fraction(dec("2.345"))).rounded(2)->text(), std::string("2.35"));
        QCOMPARE((Fraction(1) / Fraction(3)).rounded(2)->text(), std::string("0.33"));
        QCOMPARE((Fraction(-1) / Fraction(2)).rounded(0)->text(), std::string("-1"));
    }

    void unitsAreKnownOrRefused() {
        QCOMPARE(*unitFromText("m³"), std::string("m3"));
        QCOMPARE(*unitFromText("nr."), std::string("no"));
        QCOMPARE(*unitFromText("Tonnes"), std::string("t"));
        const auto unknown = unitFromText("furlong");
        QVERIFY(!unknown.ok());
        QVERIFY(unknown.error().todo.find("m³") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(QuantityTest)
#include "quantity_test.moc"
