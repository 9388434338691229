// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"

#include "app/base/language.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/record/revision_page.h"
#include "app/reports/sheet_command.h"
#include "app/sheets/paper_sheet.h"
#include "app/table/table_export.h"
#include "app/window/main_window.h"
#include "core/network/schedule.h"
#include "store/file.h"
#include "store/workbook.h"

#include <QAction>
#include <QApplication>
#include <QCommandLineParser>
#include <QDir>
#include <QElapsedTimer>
#include <QSettings>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>

#include <clocale>
#include <cstdio>
#include <fstream>
#include <pwd.h>
#include <sstream>
#include <time.h>
#include <unistd.h>

namespace yarrin {

namespace {

/// Milliseconds since this process was started, what was spent before main() included.
double sinceStart() {
    std::ifstream stat("/proc/self/stat");
    std::string text((std::istreambuf_iterator<char>(stat)), {});
    const auto tail = text.rfind(')');
    if (tail == std::string::npos) return 0;
    std::istringstream fields(text.substr(tail + 2));
    std::string field;
    for (int i = 0; i < 20; ++i) fields >> field; // field 22 of proc(5) is the start in clock ticks after boot
    timespec now{};
    clock_gettime(CLOCK_BOOTTIME, &now);
    const double boot = double(now.tv_sec) * 1000 + double(now.tv_nsec) / 1e6;
    return boot - std::atof(field.c_str()) * 1000 / double(sysconf(_SC_CLK_TCK));
}

/// Whom the history names: as set, else as the system knows the user.
std::string userName(const QSettings& settings) {
    const QString set = settings.value(QStringLiteral("author")).toString();
    if (!set.isEmpty()) return set.toStdString();
    const passwd* user = getpwuid(getuid());
    if (!user) return "somebody";
    const std::string full = user->pw_gecos ? user->pw_gecos : "";
    const std::string name = full.substr(0, full.find(','));
    return name.empty() ? user->pw_name : name;
}

Date dateOfToday() {
    const QDate today = QDate::currentDate();
    return dateFrom(today.year(), unsigned(today.month()), unsigned(today.day()));
}

/// Writes a programme's tables without a window; the exit status, with what went wrong on standard error.
int exportFrom(const QString& from, const QString& to) {
    QTemporaryDir folder;
    QString path = from;
    if (from.startsWith(QLatin1Char(':'))) {
        path = folder.filePath(QStringLiteral("demo.yarrin"));
        if (!QFile::copy(from, path)) path.clear();
    }
    const auto programme = readProgramme(path.toStdString());
    Outcome written = programme.ok() ? writeWorkbook(tablesOf(*programme, schedule(*programme)), to.toStdString())
                                     : Outcome(programme.errors());
    if (written.ok()) return 0;
    for (const Error& error : written.errors()) std::fprintf(stderr, "%s\n", error.sentence().c_str());
    return programme.ok() || programme.error().code == ErrorCode::file ? 3 : 1;
}

/// Lets the window paint itself and settle.
void settle() {
    for (int i = 0; i < 6; ++i) {
        QApplication::processEvents();
        QApplication::sendPostedEvents();
    }
}

void describe(QCommandLineParser& parser) {
    parser.setApplicationDescription(QObject::tr("Programmes from quantities, and what delay costs."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("file"), QObject::tr("A programme to open."), QStringLiteral("[file]"));
    parser.addOption({QStringLiteral("demo"), QObject::tr("Open the demo.")});
    parser.addOption({QStringLiteral("dark"), QObject::tr("Wear the dark look.")});
    parser.addOption({QStringLiteral("language"),
                      QObject::tr("Speak a language: en or de. Without it that of the "
                                  "preferences, sheets English."),
                      QStringLiteral("language")});
    parser.addOption(
        {QStringLiteral("picture"), QObject::tr("Write a picture of the window and end."), QStringLiteral("png")});
    parser.addOption(
        {QStringLiteral("stage"),
         QObject::tr(
             "Begin in a stage: contract, site-time, scope, build-up, programme, labour, progress, delay, sheets or "
             "record; build-up has the pages build-up/bill, build-up/book and build-up/sequences, programme has "
             "programme/logic, programme/squeeze and programme/soundness, progress has progress/lines, delay has "
             "delay/event, delay/sums and delay/recovery, record has record/revisions and record/compare."),
         QStringLiteral("name")});
    parser.addOption(
        {QStringLiteral("select"), QObject::tr("Select an activity, a calendar or a revision."), QStringLiteral("id")});
    parser.addOption(
        {QStringLiteral("size"), QObject::tr("Size of the window, as in 1280x800."), QStringLiteral("size")});
    parser.addOption(
        {QStringLiteral("sheet"),
         QObject::tr("Put table and bars on paper, as the lens shows them, and end: a .pdf, .svg or .png; with "
                     "--of or --view a sheet of the job or a view, also as .md, .xlsx or .csv."),
         QStringLiteral("file")});
    parser.addOption({QStringLiteral("of"), QObject::tr("Of a sheet of the job, by its name, on its own paper."),
                      QStringLiteral("name")});
    parser.addOption(
        {QStringLiteral("view"),
         QObject::tr("Of a view: bars, logic, scope, calendars, demand, cash, lines, completion, exposure, "
                     "soundness, narrative, statement or report."),
         QStringLiteral("view")});
    parser.addOption({QStringLiteral("all-sheets"), QObject::tr("Of all sheets of the job, one behind the other.")});
    parser.addOption({QStringLiteral("subject"),
                      QObject::tr("Of one event, section, calendar, resource or revision of that view."),
                      QStringLiteral("key")});
    parser.addOption({QStringLiteral("paper"),
                      QObject::tr("Paper of the sheet: A4 to A0, with \"upright\" where it does not lie (A3)."),
                      QStringLiteral("paper")});
    parser.addOption({QStringLiteral("pages"),
                      QObject::tr("Pages of the sheet beside and below each other, like 1x2; 0 below: as many as it "
                                  "takes (1x0)."),
                      QStringLiteral("pages")});
    parser.addOption({QStringLiteral("why"), QObject::tr("Ask \"why then?\" of the selected activity.")});
    parser.addOption({QStringLiteral("lens"), QObject::tr("Look through a lens."), QStringLiteral("name")});
    parser.addOption({QStringLiteral("zoom"), QObject::tr("Zoom the chart in by so much."), QStringLiteral("factor")});
    parser.addOption(
        {QStringLiteral("export-xlsx"),
         QObject::tr("Write activities and bill as a workbook (a text table where the name ends in .csv) and end."),
         QStringLiteral("file")});
    parser.addOption({QStringLiteral("timing"), QObject::tr("Print how long starting took.")});
}

/// Where what has no name is kept, who works and what the time is.
Keeping keepingOf(const QSettings& settings) {
    const QString home = QStandardPaths::writableLocation(QStandardPaths::AppDataLocation);
    Keeping keeping;
    keeping.folder = home + QStringLiteral("/unsaved");
    keeping.author = userName(settings);
    keeping.now = [] { return momentText(std::time(nullptr)); };
    keeping.second = QDir::tempPath() + QStringLiteral("/yarrin-%1").arg(geteuid());
    keeping.signingKey =
        QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation) + QStringLiteral("/signing-key.pem");
    return keeping;
}

/// Puts table and bars on paper; the status of the command line.
int sheetFrom(MainWindow& window, const QCommandLineParser& parser) {
    SheetPaper paper;
    const QStringList words = parser.value(QStringLiteral("paper")).split(QLatin1Char(' '), Qt::SkipEmptyParts);
    if (!words.isEmpty()) paper.size = words.front().toUpper().toStdString();
    paper.landscape = !words.contains(QStringLiteral("upright"));
    const QStringList pages = parser.value(QStringLiteral("pages")).split(QLatin1Char('x'));
    if (parser.isSet(QStringLiteral("pages"))) {
        bool wide = false, tall = false;
        paper.wide = pages[0].toInt(&wide);
        paper.tall = pages.value(1).toInt(&tall);
        if (!wide || !tall) {
            std::fprintf(stderr, "pages are written like 1x2\n");
            return 2;
        }
    }
    const auto written = window.writeSheet(parser.value(QStringLiteral("sheet")), paper);
    if (written.ok()) return 0;
    std::fprintf(stderr, "%s\n", written.error().sentence().c_str());
    return written.error().code == ErrorCode::file ? 3 : 1;
}

/// What is asked for of the job's sheets and views, without a window.
SheetCommand sheetCommand(const QCommandLineParser& parser) {
    SheetCommand command;
    command.file = parser.isSet(QStringLiteral("demo")) ? QStringLiteral(":/demo/brannoch.yarrin")
                                                        : parser.positionalArguments().value(0);
    command.to = parser.value(QStringLiteral("sheet"));
    command.all = parser.isSet(QStringLiteral("all-sheets"));
    command.name = parser.value(QStringLiteral("of"));
    command.view = parser.value(QStringLiteral("view"));
    command.subject = parser.value(QStringLiteral("subject"));
    command.lens = parser.value(QStringLiteral("lens"));
    return command;
}

/// Whether a sheet of the job, or of a view, is all that is asked for.
bool wantsSheet(const QCommandLineParser& parser) {
    for (const char* option : {"of", "view", "all-sheets"})
        if (parser.isSet(QString::fromLatin1(option)) && parser.isSet(QStringLiteral("sheet"))) return true;
    return false;
}

void takeSize(MainWindow& window, const QCommandLineParser& parser) {
    if (!parser.isSet(QStringLiteral("size"))) return;
    const QStringList size = parser.value(QStringLiteral("size")).split(QLatin1Char('x'));
    if (size.size() == 2) window.resize(size[0].toInt(), size[1].toInt());
}

void selectAndZoom(MainWindow& window, const QCommandLineParser& parser) {
    if (parser.isSet(QStringLiteral("lens"))) window.chooseLens(parser.value(QStringLiteral("lens")).toStdString());
    for (const Activity& activity : window.document().programme().activities)
        if (QString::fromStdString(activity.key) == parser.value(QStringLiteral("select")))
            window.viewState().select(activity.id);
    if (parser.isSet(QStringLiteral("zoom"))) {
        ViewState& state = window.viewState();
        state.zoomAt(0, parser.value(QStringLiteral("zoom")).toDouble());
        const std::size_t index = window.document().programme().activities.indexOf(state.current());
        const auto& activities = window.document().schedule().activities;
        if (index < activities.size())
            state.setTime(activities[index].earlyStart -
                              static_cast<Minutes>(140 * minutesPerDay / state.pixelsPerDay()),
                          state.pixelsPerDay());
    }
    if (parser.isSet(QStringLiteral("why"))) window.findChild<QAction*>(QStringLiteral("whyThenAsked"))->trigger();
}

} // namespace

/// The language has to be known before the first word is said.
static void speakAsAsked(QApplication& application, const QSettings& settings) {
    const QStringList words = QApplication::arguments();
    const auto option = words.indexOf(QStringLiteral("--language"));
    const QString asked = option >= 0 ? words.value(option + 1) : QString();
    // What goes out does not hang on who sends it.
    if (!asked.isEmpty() || !words.contains(QStringLiteral("--sheet")))
        speak(application, asked.isEmpty() ? languageKept(settings) : asked);
}

int runApplication(int& count, char** words) {
    QApplication::setApplicationName(QStringLiteral("yarrin"));
    QApplication::setOrganizationName(QStringLiteral("yarrin"));
    QApplication::setApplicationVersion(QStringLiteral(YARRIN_VERSION));
    QGuiApplication::setDesktopFileName(QStringLiteral("org.yarrin.Yarrin"));
    QApplication application(count, words);
    // The toolkit takes over the language of the system for all libraries; numbers of files know none.
    std::setlocale(LC_NUMERIC, "C");
    QSettings settings;
    speakAsAsked(application, settings);
    QCommandLineParser parser;
    describe(parser);
    parser.process(application);

    if (wantsSheet(parser)) {
        wearPreferences(application, Preferences());
        return runSheetCommand(sheetCommand(parser));
    }
    usePreferences(application, settings);
    if (parser.isSet(QStringLiteral("dark"))) applyLook(application, true);
    application.setWindowIcon(QIcon(QStringLiteral(":/icons/yarrin.svg")));
    SystemDialogs dialogs;
    MainWindow window(settings, dialogs, dateOfToday());
    const QString picture = parser.value(QStringLiteral("picture"));
    // With nothing to open one begins where a job is chosen.
    const bool nothing = parser.positionalArguments().isEmpty() && !parser.isSet(QStringLiteral("demo"));
    if (nothing && !parser.isSet(QStringLiteral("stage"))) window.goNamed(QStringLiteral("start"), {});
    if (picture.isEmpty()) {
        window.setKeeping(keepingOf(settings));
        window.showFirstLooks();
    }
    if (parser.isSet(QStringLiteral("export-xlsx")))
        return exportFrom(parser.isSet(QStringLiteral("demo")) ? QStringLiteral(":/demo/brannoch.yarrin")
                                                               : parser.positionalArguments().value(0),
                          parser.value(QStringLiteral("export-xlsx")));
    if (parser.isSet(QStringLiteral("demo"))) window.openDemo();
    if (!parser.positionalArguments().isEmpty()) window.openFile(parser.positionalArguments().first());
    // What is asked for counts more than what was kept of the job.
    if (!picture.isEmpty()) window.resize(1280, 800);
    takeSize(window, parser);
    // The clocks of notices turn at midnight in a window that is left open.
    QTimer midnight;
    QObject::connect(&midnight, &QTimer::timeout, &window, [&window] { window.setToday(dateOfToday()); });
    midnight.start(20000);
    window.show();
    if (parser.isSet(QStringLiteral("stage")) || parser.isSet(QStringLiteral("select")) ||
        parser.isSet(QStringLiteral("demo")))
        window.goNamed(parser.value(QStringLiteral("stage")), parser.value(QStringLiteral("select")));
    settle();
    if (parser.isSet(QStringLiteral("timing"))) std::printf("painted after %.0f ms\n", sinceStart());
    selectAndZoom(window, parser);
    settle();
    if (parser.isSet(QStringLiteral("sheet"))) return sheetFrom(window, parser);
    // What is worked out beside the window belongs into its picture.
    while (!picture.isEmpty() && window.isWorking()) settle();
    if (!picture.isEmpty()) settle(); // and is laid out
    if (!picture.isEmpty()) return window.grab().save(picture) ? 0 : 3;
    return application.exec();
}

} // namespace yarrin
