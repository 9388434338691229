// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Table and bars on paper, read back by other programs: pages and their size, words, fonts, ink inside the margins; the
// same twice; and what cannot be written leaves nothing behind.
#include "app/sheets/bars_sheet.h"
#include "desk.h"

#include <QComboBox>
#include <QDir>
#include <QImage>
#include <QLabel>
#include <QProcess>
#include <QPushButton>
#include <QTemporaryDir>

using namespace yarrin;
using namespace yarrin::test;

class SheetTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    [[nodiscard]] QString settings() const { return m_folder.filePath(QStringLiteral("s.ini")); }
    [[nodiscard]] QString at(const char* name) const { return m_folder.filePath(QString::fromLatin1(name)); }
    /// What another program says of a file.
    static QString told(const QString& program, const QStringList& words) {
        QProcess process;
        process.start(program, words);
        if (!process.waitForFinished(60000) || process.exitCode() != 0)
            qFatal("%s: %s", qPrintable(program), process.readAllStandardError().constData());
        return QString::fromUtf8(process.readAllStandardOutput());
    }
    struct Demo : Desk {
        explicit Demo(const QString& file) : Desk(small(), file) {
            window.openDemo();
            trigger("stage5");
            QApplication::processEvents();
        }
        Result<QStringList> write(const QString& path, const SheetPaper& paper) {
            return window.writeSheet(path, paper);
        }
    };

private slots:
    /// Every id is there, fonts are embedded, and every page is the paper that was asked for.
    void pdfReadBack() {
        Demo demo(settings());
        SheetPaper paper;
        QVERIFY(demo.write(at("a3.pdf"), paper).ok());
        const QString info = told(QStringLiteral("pdfinfo"), {at("a3.pdf")});
        QVERIFY2(info.contains(QStringLiteral("Brannoch Ferry Terminal")), qPrintable(info));
        QVERIFY(info.contains(QStringLiteral("1191 x 842")) || info.contains(QStringLiteral("1190.55 x 841.89")));
        const int pages = info.section(QStringLiteral("Pages:"), 1).section(QLatin1Char('\n'), 0, 0).trimmed().toInt();
        QVERIFY(pages > 3 && pages < 12);
        const QString text =
            told(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), at("a3.pdf"), QStringLiteral("-")});
        for (const Activity& activity : demo.programme().activities)
            QVERIFY2(text.contains(QString::fromStdString(activity.key)), activity.key.c_str());
        for (const char* words :
             {"Pile cap, D4", "as it stands, not a revision", "data date 1 Mar 2027", "critical", "Sections"})
            QVERIFY2(text.contains(QString::fromUtf8(words)), words);
        QVERIFY(text.contains(QStringLiteral("%1 of %1").arg(pages)));
        const QStringList fonts =
            told(QStringLiteral("pdffonts"), {at("a3.pdf")}).split(QLatin1Char('\n'), Qt::SkipEmptyParts).mid(2);
        QVERIFY(!fonts.isEmpty());
        for (const QString& font : fonts)
            QVERIFY2(font.contains(QRegularExpression(QStringLiteral("yes +(yes|no) +yes"))), qPrintable(font));
    }

    /// Nothing is drawn in the margins of any page, on any paper, and something in its midst.
    void inkStaysInsideTheMargins() {
        Demo demo(settings());
        struct One {
            const char* size;
            bool landscape;
            int wide, tall;
        };
        for (const One& one :
             {One{"A3", true, 1, 0}, One{"A4", false, 1, 0}, One{"A1", true, 1, 1}, One{"A3", true, 2, 2}}) {
            const QString base = QStringLiteral("%1-%2").arg(QLatin1String(one.size)).arg(one.wide * 10 + one.tall);
            SheetPaper paper{one.size, one.landscape, one.wide, one.tall};
            QVERIFY(demo.write(m_folder.filePath(base + QStringLiteral(".pdf")), paper).ok());
            told(QStringLiteral("pdftoppm"),
                 {QStringLiteral("-r"), QStringLiteral("50"), QStringLiteral("-png"),
                  m_folder.filePath(base + QStringLiteral(".pdf")), m_folder.filePath(base)});
            const QStringList pages = QDir(m_folder.path()).entryList({base + QStringLiteral("-*.png")});
            QVERIFY(pages.size() >= one.wide * std::max(1, one.tall));
            for (const QString& name : pages) {
                const QImage image(m_folder.filePath(name));
                const int edge = int(9.4 / 25.4 * 50); // a little less than ten millimetres
                int inside = 0;
                for (int y = 0; y < image.height(); ++y)
                    for (int x = 0; x < image.width(); ++x) {
                        const bool margin =
                            x < edge || y < edge || x >= image.width() - edge || y >= image.height() - edge;
                        const bool ink = qGray(image.pixel(x, y)) < 250;
                        if (margin) QVERIFY2(!ink, qPrintable(QStringLiteral("%1 at %2, %3").arg(name).arg(x).arg(y)));
                        inside += ink ? 1 : 0;
                    }
                QVERIFY(inside > 2000);
            }
        }
    }

    /// The same sheet twice is the same to the byte but for when it was made; a change of the programme is not.
    void theSameTwice() {
        Demo demo(settings());
        const auto bytes = [&](const char* name) {
            if (!demo.write(at(name), {}).ok()) qFatal("not written");
            QFile file(at(name));
            if (!file.open(QIODevice::ReadOnly)) qFatal("not read");
            QByteArray all = file.readAll();
            static const QRegularExpression made(QStringLiteral("/(CreationDate|ID)[^\\n]*\\n[^\\n]*"));
            return QString::fromLatin1(all).remove(made).remove(
                QRegularExpression(QStringLiteral("xmp:[A-Za-z]*Date[^\\n]*")));
        };
        QCOMPARE(bytes("one.pdf").size(), bytes("two.pdf").size());
        QVERIFY(bytes("one.pdf") == bytes("two.pdf"));
    }

    /// Pictures, of several pages each with its number.
    void pictures() {
        Demo demo(settings());
        SheetPaper paper{"A4", true, 1, 2};
        const auto svg = demo.write(at("bars.svg"), paper);
        QVERIFY(svg.ok());
        QCOMPARE(svg->size(), 2);
        QVERIFY(svg->front().endsWith(QStringLiteral("bars-1.svg")) && QFile::exists(svg->back()));
        SheetPaper whole{"A3", true, 1, 1};
        const auto png = demo.write(at("bars.png"), whole);
        QVERIFY(png.ok() && png->front() == at("bars.png"));
        const QImage image(at("bars.png"));
        QVERIFY(std::abs(image.width() - 420 / 25.4 * 200) < 2 && image.dotsPerMeterX() == int(200 / 0.0254));
    }

    /// Asked for in the window: what would come of it is told as it is typed, what cannot be is refused there.
    void askedForInTheWindow() {
        Demo demo(settings());
        demo.trigger("saveSheet");
        auto* tall = demo.visible<QLineEdit>("sheetTall");
        auto* paper = demo.visible<QComboBox>("sheetPaper");
        const auto words = [&] {
            QString all;
            for (QLabel* label : tall->window()->findChildren<QLabel*>()) all += label->text() + QLatin1Char('\n');
            return all;
        };
        QVERIFY2(words().contains(QStringLiteral("smallest text 7.3 pt")), qPrintable(words()));
        paper->setCurrentText(QStringLiteral("A4"));
        tall->setText(QStringLiteral("1"));
        QApplication::processEvents();
        QVERIFY2(words().contains(QStringLiteral("below what can be read")), qPrintable(words()));
        tall->setText(QStringLiteral("some"));
        QApplication::processEvents();
        QVERIFY2(words().contains(QStringLiteral("pages are a number"), Qt::CaseInsensitive), qPrintable(words()));
        tall->setText({});
        demo.dialogs.save = at("asked.pdf");
        QTest::keyClick(tall, Qt::Key_Return);
        QApplication::processEvents();
        QVERIFY(QFile::exists(at("asked.pdf")));
        QVERIFY(demo.notice().contains(QStringLiteral("asked.pdf")));
    }

    /// Nothing half is left behind: a folder that is not there, a name of no kind, a programme without rows or dates.
    void refusals() {
        Demo demo(settings());
        QVERIFY(!demo.write(at("nowhere/x.pdf"), {}).ok());
        QVERIFY(!demo.write(at("nowhere/x.png"), {}).ok());
        QVERIFY(!demo.write(at("x.docx"), {}).ok());
        QVERIFY(!QFile::exists(at("x.docx")));
        SheetPaper paper;
        paper.size = "B5";
        QVERIFY(!demo.write(at("b5.pdf"), paper).ok());
        QVERIFY(!QFile::exists(at("b5.pdf")));
        Desk empty(Builder().programme, settings());
        empty.trigger("stage5");
        QVERIFY(!empty.window.writeSheet(at("empty.pdf"), {}).ok());
        QVERIFY(!QFile::exists(at("empty.pdf")));
    }
};

QTEST_MAIN(SheetTest)
#include "sheet_test.moc"
