// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What keeps the layers apart: quoted includes against the table of docs/architecture.md, no Qt below the painters, and
// files that stay short enough to read.
#include <QDirIterator>
#include <QRegularExpression>
#include <QTest>

class StructureTest : public QObject {
    Q_OBJECT
    static QStringList sources(const QString& folder) {
        QStringList files;
        QDirIterator it(QStringLiteral(SOURCE_DIR "/") + folder, {QStringLiteral("*.h"), QStringLiteral("*.cpp")},
                        QDir::Files, QDirIterator::Subdirectories);
        while (it.hasNext()) files << it.next();
        return files;
    }
    static QString content(const QString& path) {
        QFile file(path);
        return file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()) : QString();
    }
private slots:
    void layersIncludeOnlyWhatTheyMay_data() {
        QTest::addColumn<QString>("folder");
        QTest::addColumn<QStringList>("allowed");
        QTest::newRow("core") << "src/core" << QStringList{"core/"};
        QTest::newRow("edit") << "src/edit" << QStringList{"core/", "edit/"};
        QTest::newRow("store") << "src/store" << QStringList{"core/", "edit/", "store/"};
        QTest::newRow("chart layout") << "src/chart/layout" << QStringList{"core/", "chart/layout/"};
        QTest::newRow("chart paint") << "src/chart/paint" << QStringList{"core/", "chart/"};
        QTest::newRow("cli") << "src/cli" << QStringList{"core/", "edit/", "store/", "chart/", "cli/"};
        QTest::newRow("app") << "src/app" << QStringList{"core/", "edit/", "store/", "chart/", "app/"};
    }
    void layersIncludeOnlyWhatTheyMay() {
        QFETCH(QString, folder);
        QFETCH(QStringList, allowed);
        static const QRegularExpression quoted(QStringLiteral("#include \"([^\"]+)\""));
        const QStringList files = sources(folder);
        QVERIFY(!files.isEmpty());
        for (const QString& file : files) {
            auto match = quoted.globalMatch(content(file));
            while (match.hasNext()) {
                const QString included = match.next().captured(1);
                if (included.endsWith(QLatin1String(".moc"))) continue;
                const bool fine = std::any_of(allowed.begin(), allowed.end(),
                                              [&](const QString& prefix) { return included.startsWith(prefix); });
                QVERIFY2(fine, qPrintable(file + QStringLiteral(" includes ") + included));
            }
        }
    }

    void belowThePaintersThereIsNoQt() {
        static const QRegularExpression qt(QStringLiteral("#include <Q|\\bQ(String|Object|List|Vector|Debug)\\b"));
        int count = 0;
        for (const char* folder : {"src/core", "src/edit", "src/store", "src/chart/layout"}) {
            for (const QString& file : sources(QLatin1String(folder))) {
                ++count;
                QVERIFY2(!content(file).contains(qt), qPrintable(file));
            }
            const QString cmake =
                content(QStringLiteral(SOURCE_DIR "/") + QLatin1String(folder) + QStringLiteral("/CMakeLists.txt"));
            QVERIFY2(!cmake.isEmpty() && !cmake.contains(QLatin1String("Qt6")), folder);
        }
        QVERIFY(count > 30);
    }

    void widgetsStayInTheApplication() {
        for (const char* folder : {"src/chart/paint", "src/cli"})
            for (const QString& file : sources(QLatin1String(folder)))
                QVERIFY2(!content(file).contains(QLatin1String("#include <QWidget")), qPrintable(file));
    }

    /// A header that shows a library of the store is for the store alone.
    void librariesOfTheStoreStayInside() {
        const QRegularExpression library(
            QStringLiteral("#include <(sqlite3|nlohmann|orcus|libxml|zip|xlsxwriter|csv|libical)"));
        QStringList inner;
        for (const QString& file : sources(QStringLiteral("src/store")))
            if (file.endsWith(QLatin1String(".h")) && content(file).contains(library))
                inner << QStringLiteral("#include \"store/%1\"").arg(QFileInfo(file).fileName());
        int outside = 0;
        for (const QString& file : sources(QStringLiteral("src"))) {
            if (file.contains(QLatin1String("/src/store/"))) continue;
            ++outside;
            for (const QString& include : inner) QVERIFY2(!content(file).contains(include), qPrintable(file));
        }
        QVERIFY(outside > 100);
    }

    void filesStayShortEnoughToRead() {
        for (const QString& file : sources(QStringLiteral("src"))) {
            const auto lines = content(file).count(QLatin1Char('\n'));
            QVERIFY2(lines <= (file.endsWith(QLatin1String(".h")) ? 250 : 600),
                     qPrintable(QStringLiteral("%1 has %2 lines").arg(file).arg(lines)));
        }
        QVERIFY(content(QStringLiteral(SOURCE_DIR "/src/app/main.cpp")).count(QLatin1Char('\n')) < 40);
        QVERIFY(content(QStringLiteral(SOURCE_DIR "/src/cli/main.cpp")).count(QLatin1Char('\n')) < 40);
    }

    void everyFileSaysItsLicence() {
        for (const QString& folder : {QStringLiteral("src"), QStringLiteral("tests")})
            for (const QString& file : sources(folder))
                QVERIFY2(content(file).startsWith(QLatin1String("// SPDX-FileCopyrightText")), qPrintable(file));
    }

    /// A function that does not fit on a page is two. Told by the one way in which the sources are laid out: it begins
    /// with a line that ends in a brace, and ends with the next brace that stands as far in.
    void functionsFitOnAPage() {
        static const QRegularExpression head(QStringLiteral("^( {0,8})[^ /#}].* \\{$"));
        static const QRegularExpression other(QStringLiteral(
            "^ *(namespace|class|struct|enum|union|extern|if|for|while|switch|else|do|case|return|try)\\b"));
        int functions = 0;
        for (const QString& file : sources(QStringLiteral("src"))) {
            const QStringList lines = content(file).split(QLatin1Char('\n'));
            for (qsizetype i = 0; i < lines.size(); ++i) {
                const auto match = head.match(lines[i]);
                if (!match.hasMatch() || other.match(lines[i]).hasMatch()) continue;
                if (!lines.mid(std::max<qsizetype>(0, i - 4), 5).join(QLatin1Char(' ')).contains(QLatin1Char(')')))
                    continue;
                const QString in = match.captured(1), close = in + QLatin1Char('}');
                qsizetype end = i + 1;
                const auto within = [&](const QString& line) { return line.isEmpty() || line.startsWith(in); };
                while (end < lines.size() && !lines[end].startsWith(close) && within(lines[end])) ++end;
                // The last line of a list of initialisers stands further in than the end of its constructor.
                if (end == lines.size() || !lines[end].startsWith(close)) continue;
                ++functions;
                QVERIFY2(end - i + 1 <= 60,
                         qPrintable(QStringLiteral("%1:%2 has %3 lines").arg(file).arg(i + 1).arg(end - i + 1)));
            }
        }
        QVERIFY2(functions > 1500, qPrintable(QString::number(functions)));
    }
};

QTEST_APPLESS_MAIN(StructureTest)
#include "structure_test.moc"
