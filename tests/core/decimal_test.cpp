// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Exact numbers against whole-number arithmetic of the compiler and against the C library's own formatting.
#include "core/base/decimal.h"

#include <QTest>

#include <cmath>
#include <numeric>
#include <random>

using namespace yarrin;

namespace {

/// A ratio as two 64-bit numbers, small enough for products to fit into 128 bits.
struct Ratio {
    std::int64_t over;
    std::int64_t under;
    [[nodiscard]] Fraction fraction() const { return Fraction(over) / Fraction(under); }
};

Ratio ratio(std::mt19937& random) {
    const auto below = [&](int limit) { return std::int64_t(random() % std::uint32_t(limit)); };
    return {below(200001) - 100000, 1 + below(5000)};
}

bool equals(const Fraction& value, __int128 over, __int128 under) {
    if (under < 0) {
        over = -over;
        under = -under;
    }
    const auto common = std::gcd(std::int64_t(over < 0 ? -over : over), std::int64_t(under));
    return value == Fraction(std::int64_t(over / common)) / Fraction(std::int64_t(under / common));
}

} // namespace

class DecimalTest : public QObject {
    Q_OBJECT
private slots:
    void sumsProductsAndQuotientsAreThoseOfWholeNumbers() {
        std::mt19937 random(11);
        for (int round = 0; round < 20000; ++round) {
            const Ratio a = ratio(random), b = ratio(random);
            const __int128 under = __int128(a.under) * b.under;
            QVERIFY(
                equals(a.fraction() + b.fraction(), __int128(a.over) * b.under + __int128(b.over) * a.under, under));
            QVERIFY(
                equals(a.fraction() - b.fraction(), __int128(a.over) * b.under - __int128(b.over) * a.under, under));
            QVERIFY(equals(a.fraction() * b.fraction(), __int128(a.over) * b.over, under));
            if (b.over != 0)
                QVERIFY(equals(a.fraction() / b.fraction(), __int128(a.over) * b.under, __int128(a.under) * b.over));
            QCOMPARE(a.fraction() < b.fraction(), __int128(a.over) * b.under < __int128(b.over) * a.under);
            QCOMPARE(a.fraction().sign(), (a.over > 0) - (a.over < 0));
        }
    }

    void floorAndCeilingAreNextToTheValue() {
        std::mt19937 random(12);
        for (int round = 0; round < 20000; ++round) {
            const Ratio a = ratio(random);
            const std::int64_t down = *a.fraction().floor(), up = *a.fraction().ceil();
            QVERIFY(down * a.under <= a.over && (down + 1) * a.under > a.over);
            QVERIFY(up * a.under >= a.over && (up - 1) * a.under < a.over);
        }
    }

    /// What is rounded lies within half a unit of the last place, and halves go away from zero.
    void roundingIsToTheNearestAndHalvesGoAway() {
        std::mt19937 random(13);
        for (int round = 0; round < 20000; ++round) {
            const Ratio a = ratio(random);
            const int places = int(random() % 5);
            const std::int64_t unit = std::int64_t(std::llround(std::pow(10, places)));
            const Decimal got = *a.fraction().rounded(places);
            const Fraction off = Fraction(got) - a.fraction();
            const Fraction twice = off * Fraction(2 * unit);
            QVERIFY(!(Fraction(1) < twice) && !(twice < Fraction(-1)));
            if (twice == Fraction(1)) QVERIFY2(a.over > 0, "a negative half went towards zero");
            if (twice == Fraction(-1)) QVERIFY2(a.over < 0, "a positive half went towards zero");
        }
    }

    void textReadsBackAndIsThatOfTheCLibrary() {
        std::mt19937 random(14);
        for (int round = 0; round < 20000; ++round) {
            const int scale = int(random() % 7);
            const std::int64_t mantissa = std::int64_t(random() % 2000001) - 1000000;
            const Decimal value(mantissa, scale);
            QCOMPARE(Decimal::parse(value.text()), std::optional(value));
            char printed[64];
            std::snprintf(printed, sizeof printed, "%.*f", scale, double(mantissa) / std::pow(10, scale));
            QCOMPARE(Decimal::parse(printed), std::optional(value));
            QCOMPARE(value.toDouble(), std::strtod(value.text().c_str(), nullptr));
        }
    }

    void whatBinaryFractionsCannotHoldIsExact() {
        const Decimal tenth(1, 1), fifth(2, 1);
        QVERIFY(0.1 + 0.2 != 0.3); // as everybody knows
        QVERIFY(Fraction(tenth) + Fraction(fifth) == Fraction(Decimal(3, 1)));
        Fraction sum;
        for (int i = 0; i < 1000; ++i) sum = sum + Fraction(tenth);
        QVERIFY(sum == Fraction(100));
        // A third and two thirds make a whole one, which no decimals do.
        QVERIFY(Fraction(1) / Fraction(3) + Fraction(2) / Fraction(3) == Fraction(1));
    }

    void binaryNumbersComeAsTheShortestDecimal() {
        std::mt19937 random(15);
        for (int round = 0; round < 5000; ++round) {
            const double value = double(std::int64_t(random() % 2000001) - 1000000) / 1024;
            const auto decimal = Decimal::fromDouble(value);
            QVERIFY(decimal.has_value());
            QCOMPARE(decimal->toDouble(), value);
        }
        QCOMPARE(QString::fromStdString(Decimal::fromDouble(0.1)->text()), QStringLiteral("0.1"));
        QVERIFY(!Decimal::fromDouble(std::nan("")));
        QVERIFY(!Decimal::fromDouble(HUGE_VAL));
    }

    void whatIsNoNumberIsNone_data() {
        QTest::addColumn<QString>("text");
        for (const char* text : {"", "-", "+", ".", "1.2.3", "1,000", "12a", "0x10", " 1", "1 ", "1e", "e3", "--1",
                                 "nan", "inf", "12345678901234567890", "1e400", "0.00000000000000000000001"})
            QTest::newRow(*text ? text : "nothing") << QString::fromLatin1(text);
    }
    void whatIsNoNumberIsNone() {
        QFETCH(QString, text);
        QVERIFY2(!Decimal::parse(text.toStdString()), qPrintable(text));
    }

    void equalValuesAreEqualHoweverWritten() {
        for (const auto& [a, b] :
             {std::pair{"1.50", "1.5"}, {"1e3", "1000"}, {"-0.250", "-0.25"}, {"007", "7"}, {"0.0", "0"}}) {
            QVERIFY2(*Decimal::parse(a) == *Decimal::parse(b), a);
            QVERIFY2((*Decimal::parse(a) <=> *Decimal::parse(b)) == 0, a);
        }
        QVERIFY(*Decimal::parse("-1.01") < *Decimal::parse("-1"));
        QVERIFY(*Decimal::parse("0.000001") > *Decimal::parse("0"));
    }

    void nothingDividesByNothing() {
        const Fraction none = Fraction(1) / Fraction(0);
        QVERIFY(!none.valid());
        QVERIFY(!none.floor() && !none.ceil() && !none.rounded(2));
        // What comes of something invalid is invalid, and no number by chance.
        QVERIFY(!(none + Fraction(1)).valid());
        QVERIFY(!(none * Fraction(0)).valid());
    }

    /// Beyond the range of whole numbers nothing wraps round: it is invalid, or none.
    void whatIsTooLargeIsNoneAndDoesNotWrap() {
        Fraction large(std::int64_t(1) << 62);
        for (int i = 0; i < 4; ++i) {
            large = large * large;
            if (!large.valid()) break;
            QVERIFY2(large.sign() > 0, "a product of positive numbers is positive");
            QVERIFY(!large.floor() || *large.floor() > 0);
        }
        QVERIFY(!large.valid() || !large.floor());
    }
};

QTEST_APPLESS_MAIN(DecimalTest)
#include "decimal_test.moc"
