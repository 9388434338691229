// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The window in other languages: in one that is made up, where every letter of ours is another and what is left of the
// English shows at once, and in German. Files and figures are the same in all of them.
#include "app/base/format.h"
#include "app/base/language.h"
#include "app/base/preferences.h"
#include "app/guide/guide_book.h"
#include "app/table/activity_columns.h"
#include "core/time/typed_date.h"
#include "edit/activity_edits.h"
#include "edit/event_edits.h"
#include "edit/trade_sequences.h"
#include "edit/typed.h"
#include "every_page.h"
#include "store/file.h"

#include <QBuffer>
#include <QComboBox>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QLabel>
#include <QListWidget>
#include <QMenu>
#include <QMenuBar>
#include <QRegularExpression>
#include <QScopeGuard>
#include <QSvgGenerator>
#include <QTemporaryDir>
#include <QTextBrowser>
#include <QXmlStreamReader>

#include <map>
#include <set>

using namespace yarrin;
using namespace yarrin::test;

namespace {

/// Every Latin letter is one of full width, but for places of arguments, marks of text and patterns of file names.
QString madeUp(const QString& sentence) {
    static const QRegularExpression kept(QStringLiteral(
        "%[0-9n]|</?[a-z]+[0-9]?(?: [^<>=]*=[^<>]*)?/?>|&[a-z]+;|\\{[a-z:0-9]+\\}|\\*\\.[a-z.-]+|\\[\\*\\]"));
    QString made;
    qsizetype at = 0;
    const auto widen = [&](const QString& part) {
        for (const QChar c : part)
            made += (c >= QLatin1Char('a') && c <= QLatin1Char('z')) || (c >= QLatin1Char('A') && c <= QLatin1Char('Z'))
                        ? QChar(c.unicode() + 0xfee0)
                        : c;
    };
    for (auto it = kept.globalMatch(sentence); it.hasNext();) {
        const auto match = it.next();
        widen(sentence.mid(at, match.capturedStart() - at));
        made += match.captured();
        at = match.capturedEnd();
    }
    widen(sentence.mid(at));
    return made;
}

class MadeUp : public Sentences {
public:
    QString translate(const char*, const char* sentence, const char*, int) const override {
        return madeUp(QString::fromUtf8(sentence));
    }
    std::string of(const char* id, const char* many, std::int64_t count) const override {
        return madeUp(QString::fromUtf8(many && count != 1 ? many : id)).toStdString();
    }
};

/// What ships as an example, and what the job's own words are in files: rules, ids, units, steps of trades, the book.
std::vector<QString> ownWords(const QJsonValue& job) {
    std::vector<QString> words;
    const std::function<void(const QJsonValue&, const QString&)> walk = [&](const QJsonValue& value,
                                                                            const QString& key) {
        if (value.isObject()) {
            const QJsonObject object = value.toObject();
            for (auto it = object.begin(); it != object.end(); ++it) walk(it.value(), it.key());
        }
        for (const QJsonValue one : value.toArray()) walk(one, key);
        if (!value.isString()) return;
        words.push_back(value.toString());
        words.push_back(value.toString().section(QLatin1Char(' '), 1)); // a rule says its day in a place of its own
    };
    walk(job, {});
    for (const TradeSequence& one : tradeSequences()) {
        words.push_back(show::text(one.name));
        for (const TradeStep& step : one.steps)
            for (const std::string_view said : {step.name, step.waits, step.before}) words.push_back(show::text(said));
    }
    QFile book(QStringLiteral(SOURCE_DIR "/resources/book/output-book.csv"));
    if (!book.open(QIODevice::ReadOnly)) qFatal("the output book is not there");
    book.readLine();
    for (const QString& cell :
         QString::fromUtf8(book.readAll()).split(QRegularExpression(QStringLiteral("[\n\"]+|,(?! )"))))
        words.push_back(cell.trimmed());
    std::erase_if(words, [](const QString& one) { return one.size() < 2; });
    std::sort(words.begin(), words.end(), [](const QString& a, const QString& b) { return a.size() > b.size(); });
    return words;
}

/// The text without those; one that was cut short stands for the whole.
QString without(QString text, const std::vector<QString>& words) {
    if (text.endsWith(QChar(0x2026)) && text.size() > 4)
        for (const QString& one : words)
            if (one.startsWith(text.chopped(1).trimmed())) return {};
    for (const QString& one : words) text.remove(one);
    return text;
}

/// What people named is in other letters, so that only words of ours are in Latin ones.
QJsonValue foreign(const QJsonValue& value, const QString& key, const QString& list = {}) {
    static const std::set<QString> names{
        QStringLiteral("title"),      QStringLiteral("name"),    QStringLiteral("notes"),
        QStringLiteral("note"),       QStringLiteral("source"),  QStringLiteral("owner"),
        QStringLiteral("contact"),    QStringLiteral("firm"),    QStringLiteral("group"),
        QStringLiteral("resource"),   QStringLiteral("trades"),  QStringLiteral("sequence"),
        QStringLiteral("value"),      QStringLiteral("measure"), QStringLiteral("drawn"),
        QStringLiteral("text"),       QStringLiteral("code"),    QStringLiteral("description"),
        QStringLiteral("responsible")};
    // These are known by their names.
    static const std::set<QString> byName{QStringLiteral("codes"), QStringLiteral("resources"),
                                          QStringLiteral("firms")};
    if (value.isObject()) {
        QJsonObject made = value.toObject();
        for (auto it = made.begin(); it != made.end(); ++it)
            it.value() =
                foreign(it.value(), it.key() == QLatin1String("id") && byName.contains(list) ? list : it.key());
        return made;
    }
    if (value.isArray()) {
        QJsonArray made;
        for (const QJsonValue one : value.toArray()) made.append(foreign(one, key, key));
        return made;
    }
    if (!value.isString() || (!names.contains(key) && !byName.contains(key))) return value;
    QString made = value.toString();
    for (QChar& c : made)
        if (c >= QLatin1Char('a') && c <= QLatin1Char('z'))
            c = QChar(0x430 + (c.unicode() - 'a'));
        else if (c >= QLatin1Char('A') && c <= QLatin1Char('Z'))
            c = QChar(0x410 + (c.unicode() - 'A'));
    return made;
}

/// Every text that the window paints, that is told of it and that its menus have.
std::set<QString> textsOf(QWidget& window) {
    std::set<QString> texts;
    QBuffer drawn;
    {
        QSvgGenerator generator;
        generator.setOutputDevice(&drawn);
        generator.setSize(window.size());
        window.render(&generator);
    }
    QXmlStreamReader reader(drawn.data());
    while (!reader.atEnd())
        if (reader.readNext() == QXmlStreamReader::StartElement && reader.name() == QLatin1String("text"))
            texts.insert(reader.readElementText(QXmlStreamReader::IncludeChildElements));
    for (const QWidget* widget : window.findChildren<QWidget*>()) {
        if (!widget->isVisible()) continue;
        texts.insert({widget->toolTip(), widget->accessibleName(), widget->accessibleDescription()});
        if (const auto* edit = qobject_cast<const QLineEdit*>(widget)) texts.insert(edit->placeholderText());
    }
    for (const QAction* action : window.findChildren<QAction*>()) texts.insert({action->text(), action->toolTip()});
    return texts;
}

} // namespace

class LanguageTest : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    QString foreignJob() const {
        QFile demo(QStringLiteral(SOURCE_DIR "/resources/demo/brannoch.yarrin.json"));
        if (!demo.open(QIODevice::ReadOnly)) qFatal("the demo is not there");
        QJsonObject job = foreign(QJsonDocument::fromJson(demo.readAll()).object(), {}).toObject();
        job.remove(QStringLiteral("lenses"));
        QFile made(m_folder.filePath(QStringLiteral("foreign.yarrin.json")));
        if (!made.open(QIODevice::WriteOnly)) qFatal("the job cannot be written");
        made.write(QJsonDocument(job).toJson());
        return made.fileName();
    }

private slots:
    void nothingIsLeftInEnglish() {
        MadeUp sentences;
        speakBy(*qApp, &sentences, QLocale(QLocale::English));
        const auto silent = qScopeGuard([] { speakBy(*qApp, nullptr, QLocale(QLocale::English)); });
        Desk desk(Programme(), m_folder.filePath(QStringLiteral("s.ini")));
        desk.window.openFile(foreignJob());
        QVERIFY(desk.programme().activities.size() > 100);
        fewRuns(desk);
        static const QRegularExpression word(QStringLiteral("[a-z]{2,}"));
        // What is typed and kept in files as it stands: links, codes, names of fields, units, formats and keys.
        static const QRegularExpression typed(
            QStringLiteral("https?://\\S+|\\S+@\\S+|<[^>]*>|&[a-z]+;|\\*?\\.[a-z.]+|Yarrin|Open Sans|few "
                           "runs|foreign|\\{[a-z:0-9]+\\}|with \\d \\+\\dd; ends with…|"
                           "\\b(Ctrl|Alt|Shift|Insert|Ins|Del|Backspace|Left|Right|Up|Down|PgUp|PgDown)\\b"));
        QFile file(foreignJob());
        if (!file.open(QIODevice::ReadOnly)) qFatal("the job is not there");
        const auto own = ownWords(QJsonDocument::fromJson(file.readAll()).object());
        std::map<QString, QString> left;
        onEveryPage(desk, [&](const QString& page) {
            if (page == QLatin1String("openGuide") || page == QLatin1String("openKeys")) return; // written in English
            for (QString text : textsOf(desk.window)) {
                if (word.match(without(text.remove(m_folder.path()).remove(typed), own)).hasMatch())
                    left.emplace(text, page);
            }
        });
        for (const auto& [text, page] : left)
            qWarning("%s: %s", qPrintable(page), qPrintable(text.simplified().left(120)));
        QVERIFY(left.empty());
    }

    /// Words of the window, of the core and of the toolkit come from one language, with its plurals.
    void germanIsSpoken() {
        speak(*qApp, QStringLiteral("de"));
        const auto silent = qScopeGuard([] { speakBy(*qApp, nullptr, QLocale(QLocale::English)); });
        QCOMPARE(QCoreApplication::translate("Any", "Nothing to undo"), QStringLiteral("Nichts rückgängig zu machen"));
        QCOMPARE(QString::fromStdString(std::string(worded("the activity is no longer there"))),
                 QStringLiteral("den Vorgang gibt es nicht mehr"));
        QCOMPARE(show::countOf(1, "activity", "activities"), QStringLiteral("1 Vorgang"));
        QCOMPARE(show::countOf(3, "activity", "activities"), QStringLiteral("3 Vorgänge"));
        QCOMPARE(show::date(dateFrom(2027, 5, 7)), QStringLiteral("7. Mai 2027"));
        QCOMPARE(show::number(Decimal(134456, 2)), QStringLiteral("1\u00a0344.56"));
        for (const char* typed : {"7. Mai 2027", "7 May 2027", "Fr 7. Mai 2027", "Fri 7 May 2027", "7.5.2027"}) {
            const auto date = parseTypedDate(typed);
            QVERIFY2(date.ok() && *date == dateFrom(2027, 5, 7), typed);
        }
        QVERIFY(parseTypedDate("2. Mär 2026").ok() && *parseTypedDate("2. März 2026") == dateFrom(2026, 3, 2));
        const auto figure = parseFigure(show::number(Decimal(134456, 2)).toStdString());
        QVERIFY(figure.ok() && *figure == Decimal(134456, 2));
        for (const char* typed : {"28 Tage", "28 T", "28 days", "28d", "28"}) {
            std::optional<int> days;
            QVERIFY2(!readDays(days, typed, 0, 100) && days == 28, typed);
        }
        QCOMPARE(show::lateness(8), QStringLiteral("8 Tage zu spät"));
        QCOMPARE(show::shiftOf(-1), QStringLiteral("1 Tag früher"));
        QCOMPARE(show::error(inputError(worded("there is no section %1", "S9"), worded("choose another name"))),
                 QStringLiteral("Es gibt keinen Abschnitt S9; einen anderen Namen wählen."));
        Desk desk(Programme(), m_folder.filePath(QStringLiteral("g.ini")));
        QCOMPARE(desk.window.menuBar()->actions().first()->text(), QStringLiteral("&Datei"));
        // The guide opens in German, where one is.
        desk.trigger("showPlaces");
        QTest::keyClick(&desk.window, Qt::Key_F1);
        QVERIFY(desk.visible<QTextBrowser>("guidePage")->toPlainText().contains(QStringLiteral("Wo gegen wann")));
        QCOMPARE(desk.find<QListWidget>("guideContents")->currentItem()->text().trimmed(), QStringLiteral("Orte"));
        // What does not exist in a language is said in English.
        QCOMPARE(QCoreApplication::translate("Any", "never said anywhere"), QStringLiteral("never said anywhere"));
    }

    /// Chapter by chapter and paragraph by paragraph the guide says the same: as many, with the same keys, words that
    /// are typed and pages that are called as their buttons are.
    void theGuideIsTheSameInGerman() {
        const GuideBook english = GuideBook::shipped(QStringLiteral("guide.md")),
                        german = GuideBook::shipped(QStringLiteral("guide.de.md"));
        const auto typed = [](QString text) {
            for (const auto& [own, common] :
                 {std::pair("DATEI", "FILE"), std::pair("AUS.", "OUT."), std::pair("SIEGEL", "SEAL"),
                  std::pair("Von einem anderen", "From another")})
                text.replace(QLatin1String(own), QLatin1String(common));
            static const QRegularExpression code(QStringLiteral("`([^`]+)`"));
            QStringList all;
            for (auto at = code.globalMatch(text); at.hasNext();) all << at.next().captured(1).simplified();
            all.sort();
            return all;
        };
        const auto paragraphs = [](const QString& text) {
            static const QRegularExpression ends(QStringLiteral("\\n\\n+|\\n(?=- )"));
            return text.trimmed().split(ends, Qt::SkipEmptyParts);
        };
        QCOMPARE(german.chapters().size(), english.chapters().size());
        speak(*qApp, QStringLiteral("de"));
        const auto silent = qScopeGuard([] { speakBy(*qApp, nullptr, QLocale(QLocale::English)); });
        for (std::size_t c = 0; c < english.chapters().size(); ++c) {
            const GuideBook::Chapter &a = english.chapters()[c], &b = german.chapters()[c];
            QCOMPARE(QString(b.key).replace(QLatin1String("Strg"), QLatin1String("Ctrl")), a.key);
            QCOMPARE(b.leads.size(), a.leads.size());
            for (int i = 0; i < a.leads.size(); ++i) {
                if (a.leads[i] == QLatin1String("Level")) continue; // of trees where it stands alone
                const QString button = show::words(a.leads[i].toStdString());
                if (button != a.leads[i] && button.front().isUpper()) QCOMPARE(b.leads[i], button);
            }
            const QStringList some = paragraphs(a.text), others = paragraphs(b.text);
            QCOMPARE(others.size(), some.size());
            for (int i = 0; i < some.size(); ++i) QCOMPARE(typed(others[i]), typed(some[i]));
        }
    }

    /// It is chosen in the preferences, for the next start; what stands in the window stays as it is.
    void theLanguageIsChosenInThePreferences() {
        Desk desk(Programme(), m_folder.filePath(QStringLiteral("p.ini")));
        QVERIFY(languageKept(desk.settings).isEmpty());
        const auto back = qScopeGuard([] { wearPreferences(*qApp, Preferences()); });
        desk.trigger("preferences");
        auto* box = desk.visible<QComboBox>("preferLanguage");
        box->setFocus();
        while (box->currentText() != QStringLiteral("Deutsch") && box->currentIndex() + 1 < box->count())
            QTest::keyClick(box, Qt::Key_Down);
        QCOMPARE(box->currentText(), QStringLiteral("Deutsch"));
        QCOMPARE(languageKept(desk.settings), QStringLiteral("de"));
        QCOMPARE(desk.window.menuBar()->actions().first()->text(), QStringLiteral("&File"));
        QVERIFY(spoken().language() == QLocale::English);
    }

    /// The same job, with the same work done to it, is the same file in every language.
    void filesKnowNoLanguage() {
        const auto work = [&](const QString& language) {
            if (!language.isEmpty()) speak(*qApp, language);
            const auto silent = qScopeGuard([] { speakBy(*qApp, nullptr, QLocale(QLocale::English)); });
            Desk desk(Programme(), m_folder.filePath(QStringLiteral("f.ini")));
            desk.window.openDemo();
            desk.enter(desk.cell("F220", "days"), QStringLiteral("12d"));
            const QString path = m_folder.filePath(QStringLiteral("same%1.yarrin.json").arg(language));
            if (!writeProgramme(desk.programme(), path.toStdString(), FileFormat::json).ok())
                qFatal("it cannot be written");
            QFile file(path);
            if (!file.open(QIODevice::ReadOnly)) qFatal("it cannot be read");
            return file.readAll();
        };
        const QByteArray english = work({});
        QVERIFY(english.size() > 10000);
        QVERIFY(work(QStringLiteral("de")) == english);
    }

    /// The words of choices are read in the language in which they are offered, and in English.
    void choicesAreReadAsTheyAreOffered() {
        speak(*qApp, QStringLiteral("de"));
        const auto silent = qScopeGuard([] { speakBy(*qApp, nullptr, QLocale(QLocale::English)); });
        const auto german = parseConstraint("Beginn nicht vor 5 Apr 2027"),
                   english = parseConstraint("start not before 5 Apr 2027");
        QVERIFY(german.ok() && english.ok());
        QVERIFY(**german == **english);
        QCOMPARE(constraintText(**german), QStringLiteral("Beginn nicht vor 5. Apr 2027"));
        const auto again = parseConstraint(constraintText(**german).toStdString());
        QVERIFY(again.ok() && **again == **english);
        // What an event does is typed over as it is shown, with German dates.
        Desk desk(Programme(), m_folder.filePath(QStringLiteral("e.ini")));
        desk.window.openDemo();
        const auto event = [&]() -> const DelayEvent& { return desk.programme().events[0]; };
        const std::string kept = effectsText(desk.programme(), event());
        const std::string shown =
            effectsText(desk.programme(), event(), [](Date date) { return show::date(date).toStdString(); });
        QVERIFY(shown.find("Mär") != std::string::npos && shown != kept);
        const Outcome typed = desk.document().perform(QStringLiteral("typed"), [&](Transaction& tx) {
            return setEventField(tx, event().id, EventField::effects, shown);
        });
        QVERIFY(typed.ok());
        QCOMPARE(effectsText(desk.programme(), event()), kept);
    }
};

QTEST_MAIN(LanguageTest)
#include "language_test.moc"
