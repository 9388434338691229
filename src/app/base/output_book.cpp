// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/output_book.h"

#include "app/base/format.h"
#include "core/base/worded.h"
#include "store/book_file.h"
#include "store/csv.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace yarrin {

namespace {

std::vector<BookItem> shippedBook() {
    QFile file(QStringLiteral(":/book/output-book.csv"));
    if (!file.open(QIODevice::ReadOnly)) return {};
    const auto rows = parseCsv(file.readAll().toStdString());
    Sheet sheet;
    if (rows.ok())
        for (const CsvRow& row : *rows) {
            auto& cells = sheet.rows.emplace_back();
            for (const std::string& field : row) cells.push_back({field, {}});
        }
    auto items = bookFromSheet(sheet);
    return items.ok() ? std::move(*items) : std::vector<BookItem>{};
}

} // namespace

OutputBook::OutputBook(QString path, QObject* parent) : QObject(parent), m_path(std::move(path)) {
    if (QFile::exists(m_path)) {
        auto read = readBook(m_path.toStdString());
        if (read.ok()) {
            m_items = std::move(*read);
            return;
        }
        m_fault = tr("Your output book %1 cannot be read: %2. The shipped one stands in.")
                      .arg(m_path, show::error(read.error()));
    }
    m_items = shippedBook();
}

Outcome OutputBook::change(const std::function<Outcome(std::vector<BookItem>&)>& apply) {
    std::vector<BookItem> items = m_items;
    if (const Outcome applied = apply(items); !applied.ok()) return applied;
    for (std::size_t i = 0; i < items.size(); ++i)
        for (std::size_t j = i + 1; j < items.size(); ++j)
            if (items[i].key == items[j].key)
                return inputError(worded("the item %1 is in the book already", items[i].key),
                                  worded("choose another number"));
    // A file that could not be read is somebody's work: it is not written over.
    if (!m_fault.isEmpty()) return inputError(m_fault.toStdString(), worded("move that file away first"));
    QDir().mkpath(QFileInfo(m_path).path());
    if (const Outcome written = writeBook(items, m_path.toStdString()); !written.ok()) return written;
    m_items = std::move(items);
    emit changed();
    return done();
}

Outcome OutputBook::importFrom(const QString& path) {
    const auto read = readBook(path.toStdString());
    if (!read.ok()) return read.errors();
    return change([&](std::vector<BookItem>& items) {
        for (const BookItem& item : *read) {
            const auto same =
                std::find_if(items.begin(), items.end(), [&](const BookItem& own) { return own.key == item.key; });
            if (same == items.end())
                items.push_back(item);
            else
                *same = item;
        }
        return done();
    });
}

Outcome OutputBook::exportTo(const QString& path) const {
    return writeBook(m_items, path.toStdString());
}

} // namespace yarrin
