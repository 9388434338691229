// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheets/paper_sheet.h"

#include "app/sheets/pdf_finish.h"
#include "core/base/worded.h"
#include "core/base/work.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <QImage>
#include <QPainter>
#include <QPdfWriter>
#include <QSaveFile>
#include <QSvgGenerator>
#include <QTemporaryFile>

namespace yarrin {

namespace {

struct SayPaper {
    Q_DECLARE_TR_FUNCTIONS(PaperSheet)
};

constexpr double pictureDots = 200; ///< to the inch
Error stopped() {
    return inputError(worded("stopped(); nothing was written"));
}

bool paintSvg(QIODevice& file, const LaidSheet& laid, std::size_t page, const QString& title) {
    constexpr int dots = 96;
    QSvgGenerator generator;
    generator.setOutputDevice(&file);
    generator.setResolution(dots);
    generator.setSize((laid.inches * dots).toSize());
    generator.setViewBox(QRectF(QPointF(), laid.inches * dots));
    generator.setTitle(title);
    QPainter painter;
    if (!painter.begin(&generator)) return false;
    laid.paint(painter, page, dots);
    return painter.end();
}

bool paintPng(QIODevice& file, const LaidSheet& laid, std::size_t page) {
    QImage image((laid.inches * pictureDots).toSize(), QImage::Format_RGB32);
    if (image.isNull()) return false;
    image.setDotsPerMeterX(int(pictureDots / 0.0254));
    image.setDotsPerMeterY(int(pictureDots / 0.0254));
    image.fill(Qt::white);
    QPainter painter(&image);
    laid.paint(painter, page, pictureDots);
    painter.end();
    return image.save(&file, "PNG");
}

QPageSize sizeOf(const LaidSheet& laid) {
    return QPageSize(laid.inches * millimetresPerInch, QPageSize::Millimeter, QString(), QPageSize::ExactMatch);
}

} // namespace

Error unwrittenAt(const QString& path, const QString& why) {
    Error error = inputError(worded("it cannot be written: %1", why.toStdString()), worded("choose another place"));
    error.code = ErrorCode::file;
    error.place = path.toStdString();
    return error;
}

Result<SheetWish> SheetPaper::wish() const {
    const auto paper = paperNamed(size);
    if (!paper)
        return inputError(worded("there is no paper \"%1\"", size),
                          worded("there are A4 to A0, and its own: 300 x 900"));
    SheetWish wish;
    wish.paperWidth = landscape ? paper->height : paper->width;
    wish.paperHeight = landscape ? paper->width : paper->height;
    wish.margin = margin;
    wish.millimetresPerWeek = weekWidth;
    wish.wide = wide;
    wish.tall = tall;
    return wish;
}

Result<QStringList> PaperSheet::write(const QString& path, const SheetPaper& paper) const {
    const QString suffix = QFileInfo(path).suffix().toLower();
    if (suffix == QLatin1String("pdf")) return writePdf(path, {{this, paper}});
    if (suffix != QLatin1String("svg") && suffix != QLatin1String("png"))
        return inputError(worded("a sheet is a PDF, an SVG or a PNG"),
                          worded("let the name end in .pdf, .svg or .png"));
    const auto made = layOut(paper);
    if (!made.ok()) return made.errors();
    const LaidSheet& laid = **made;
    // All of them are painted before the first is put in its place.
    const std::size_t count = laid.pages();
    std::vector<std::unique_ptr<QSaveFile>> files;
    QStringList names;
    for (std::size_t page = 0; page < count; ++page) {
        if (!workGoesOn(page, count)) return stopped();
        const QFileInfo info(path);
        names << (count == 1 ? path
                             : info.path() + QLatin1Char('/') + info.completeBaseName() +
                                   QStringLiteral("-%1.").arg(page + 1) + suffix);
        auto file = std::make_unique<QSaveFile>(names.back());
        if (!file->open(QIODevice::WriteOnly)) return unwrittenAt(names.back(), file->errorString());
        const bool done =
            suffix == QLatin1String("svg") ? paintSvg(*file, laid, page, title()) : paintPng(*file, laid, page);
        if (!done) return unwrittenAt(names.back(), SayPaper::tr("the picture cannot be made"));
        files.push_back(std::move(file));
    }
    for (const auto& file : files)
        if (!file->commit()) return unwrittenAt(file->fileName(), file->errorString());
    return names;
}

Outcome PaperSheet::print(QPagedPaintDevice& device, double dotsPerInch, const std::vector<Part>& parts,
                          std::vector<SheetMark>* marks) {
    if (parts.empty()) return inputError(worded("there is no sheet to put on paper"));
    std::vector<std::shared_ptr<const LaidSheet>> sheets;
    std::size_t count = 0, done = 0;
    for (const auto& [sheet, paper] : parts) {
        auto laid = sheet->layOut(paper);
        if (!laid.ok()) return laid.errors();
        // Of several sheets each is a place of its own, with its own below it.
        const int deeper = parts.size() > 1 ? 1 : 0;
        if (marks && deeper > 0) marks->push_back({sheet->name(), count, 0, 0});
        for (SheetMark mark : marks ? (*laid)->marks() : std::vector<SheetMark>()) {
            mark.page += count;
            mark.level += deeper;
            marks->push_back(std::move(mark));
        }
        count += (*laid)->pages();
        sheets.push_back(std::move(*laid));
    }
    device.setPageMargins(QMarginsF(0, 0, 0, 0));
    QPainter painter;
    for (const auto& laid : sheets) {
        device.setPageSize(sizeOf(*laid));
        if (!painter.isActive() && !painter.begin(&device)) return inputError(worded("the pages cannot be begun"));
        for (std::size_t page = 0; page < laid->pages(); ++page) {
            if (!workGoesOn(done, count)) return stopped();
            if (done++ > 0) device.newPage();
            laid->paint(painter, page, dotsPerInch);
        }
    }
    return painter.end() ? yarrin::done() : Outcome(inputError(worded("the pages cannot be ended")));
}

Result<QStringList> PaperSheet::writePdf(const QString& path, const std::vector<Part>& parts) {
    if (parts.empty()) return inputError(worded("there is no sheet to save"));
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly)) return unwrittenAt(path, file.errorString());
    QTemporaryFile painted;
    if (!painted.open()) return unwrittenAt(painted.fileName(), painted.errorString());
    std::vector<SheetMark> marks;
    {
        QPdfWriter writer(&painted);
        constexpr int dots = 1200;
        writer.setResolution(dots);
        writer.setTitle(parts.front().first->title());
        writer.setCreator(QStringLiteral("Yarrin"));
        if (Outcome printed = print(writer, dots, parts, &marks); !printed.ok()) return printed.errors();
    }
    painted.close();
    if (Outcome finished = finishPdf(painted.fileName(), file, marks); !finished.ok()) return finished.errors();
    if (!file.commit()) return unwrittenAt(path, file.errorString());
    return QStringList{path};
}

} // namespace yarrin
