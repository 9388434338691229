// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/reports/sheet_command.h"

#include "app/reports/facts.h"
#include "app/reports/sheet_maker.h"
#include "core/base/worded.h"
#include "core/model/words.h"

#include <QFile>
#include <QFileInfo>
#include <QTemporaryDir>

#include <cstdio>

namespace yarrin {

namespace {

int statusOf(const std::vector<Error>& errors) {
    bool file = false;
    for (const Error& error : errors) {
        std::fprintf(stderr, "%s\n", error.sentence().c_str());
        file = file || error.code == ErrorCode::file;
    }
    return file ? 3 : 1;
}

Error noFile(const QString& path, const std::string& what) {
    Error error = inputError(what);
    error.code = ErrorCode::file;
    error.place = path.toStdString();
    return error;
}

Result<KeptSheet> sheetOf(const Programme& programme, const SheetCommand& command) {
    if (!command.name.isEmpty()) {
        const std::string name = command.name.toStdString();
        for (const KeptSheet& one : programme.sheets)
            if (one.key == name) return one;
        return inputError(worded("there is no sheet \"%1\"", name), worded("--list names those that there are"));
    }
    const auto view = fromWord<SheetView>(command.view.toStdString());
    if (!view) return inputError(worded("there is no view \"%1\"", command.view.toStdString()));
    KeptSheet sheet;
    sheet.view = *view;
    sheet.key = nameOf(*view).toStdString();
    sheet.subject = command.subject.toStdString();
    sheet.lens = command.lens.toStdString();
    sheet.upright = *view != SheetView::bars && *view != SheetView::logic && *view != SheetView::weeks &&
                    *view != SheetView::places;
    if (sheet.upright) sheet.paper = "A4";
    return sheet;
}

} // namespace

int runSheetCommand(const SheetCommand& command) {
    if (!QFileInfo(command.file).isFile()) return statusOf({noFile(command.file, "there is no such file")});
    const QTemporaryDir folder;
    // Under its own name: a job without a title is called after it.
    const QString copy = folder.filePath(QFileInfo(command.file).fileName());
    if (!QFile::copy(command.file, copy)) return statusOf({noFile(command.file, "it cannot be read")});
    if (const QString journal = command.file + QStringLiteral("-journal"); QFile::exists(journal))
        QFile::copy(journal, copy + QStringLiteral("-journal"));
    QFile::setPermissions(copy, QFile::ReadOwner | QFile::WriteOwner);
    Document document;
    if (const Outcome opened = document.open(copy); !opened.ok()) return statusOf(opened.errors());
    const ViewState state;
    if (command.all) {
        const auto written = writeAllSheets(document, state, command.to);
        return written.ok() ? 0 : statusOf(written.errors());
    }
    const auto sheet = sheetOf(document.programme(), command);
    if (!sheet.ok()) return statusOf(sheet.errors());
    WorkWatch watch;
    const auto made = makerOf(document, state, *sheet)(watch);
    if (!made.ok()) return statusOf(made.errors());
    const auto written = (*made)->write(command.to, SheetPaper(*sheet));
    return written.ok() ? 0 : statusOf(written.errors());
}

} // namespace yarrin
