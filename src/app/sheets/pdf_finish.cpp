// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheets/pdf_finish.h"

#include "core/base/worded.h"

#include <QFile>

#include <qpdf/Pipeline.hh>
#include <qpdf/QPDF.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>
#include <qpdf/QPDFWriter.hh>

#include <stdexcept>

namespace yarrin {

namespace {

/// The tree of places, ISO 32000-1, 12.3.3: each entry knows its parent, its neighbours and what is below it.
class PdfOutline {
public:
    PdfOutline(QPDF& pdf, const std::vector<SheetMark>& marks)
        : m_pdf(pdf), m_marks(marks), m_pages(QPDFPageDocumentHelper(pdf).getAllPages()) {}

    void put() {
        if (m_marks.empty()) return;
        QPDFObjectHandle root = m_pdf.makeIndirectObject(QPDFObjectHandle::newDictionary());
        root.replaceKey("/Type", QPDFObjectHandle::newName("/Outlines"));
        const int count = below(root, 0);
        root.replaceKey("/Count", QPDFObjectHandle::newInteger(count));
        m_pdf.getRoot().replaceKey("/Outlines", root);
        m_pdf.getRoot().replaceKey("/PageMode", QPDFObjectHandle::newName("/UseOutlines"));
    }

private:
    /// Entries of one level and deeper, from where it stands; how many.
    int below(QPDFObjectHandle parent, int level) {
        int count = 0;
        QPDFObjectHandle before;
        while (m_at < m_marks.size() && m_marks[m_at].level >= level) {
            QPDFObjectHandle entry = entryOf(m_marks[m_at]);
            const int depth = m_marks[m_at].level;
            ++m_at;
            entry.replaceKey("/Parent", parent);
            if (before.isInitialized()) {
                before.replaceKey("/Next", entry);
                entry.replaceKey("/Prev", before);
            } else {
                parent.replaceKey("/First", entry);
            }
            before = entry;
            // Closed to begin with: a long programme would fill the side.
            if (const int inside = below(entry, depth + 1); inside > 0)
                entry.replaceKey("/Count", QPDFObjectHandle::newInteger(-inside));
            ++count;
        }
        if (before.isInitialized()) parent.replaceKey("/Last", before);
        return count;
    }
    QPDFObjectHandle entryOf(const SheetMark& mark) {
        QPDFObjectHandle entry = m_pdf.makeIndirectObject(QPDFObjectHandle::newDictionary());
        entry.replaceKey("/Title", QPDFObjectHandle::newUnicodeString(mark.title.toStdString()));
        if (mark.page >= m_pages.size()) return entry;
        QPDFObjectHandle page = m_pages[mark.page].getObjectHandle();
        const double height = page.getKey("/MediaBox").getArrayItem(3).getNumericValue();
        QPDFObjectHandle place = QPDFObjectHandle::newArray();
        place.appendItem(page);
        place.appendItem(QPDFObjectHandle::newName("/XYZ"));
        place.appendItem(QPDFObjectHandle::newNull());
        place.appendItem(QPDFObjectHandle::newReal(height - mark.top * 72, 2));
        place.appendItem(QPDFObjectHandle::newNull());
        entry.replaceKey("/Dest", place);
        return entry;
    }

    QPDF& m_pdf;
    const std::vector<SheetMark>& m_marks;
    std::vector<QPDFPageObjectHelper> m_pages;
    std::size_t m_at = 0;
};

/// Hands what is written on to a device.
class Onto : public Pipeline {
public:
    explicit Onto(QIODevice& device) : Pipeline("sheet", nullptr), m_device(device) {}
    void write(const unsigned char* data, std::size_t size) override {
        if (m_device.write(reinterpret_cast<const char*>(data), qint64(size)) != qint64(size))
            throw std::runtime_error(m_device.errorString().toStdString());
    }
    void finish() override {}

private:
    QIODevice& m_device;
};

} // namespace

Outcome finishPdf(const QString& from, QIODevice& to, const std::vector<SheetMark>& marks) {
    try {
        QPDF pdf;
        pdf.setSuppressWarnings(true);
        pdf.processFile(QFile::encodeName(from).constData());
        pdf.getRoot().replaceKey("/Lang", QPDFObjectHandle::newString("en-GB"));
        QPDFObjectHandle shown = QPDFObjectHandle::newDictionary();
        shown.replaceKey("/DisplayDocTitle", QPDFObjectHandle::newBool(true));
        pdf.getRoot().replaceKey("/ViewerPreferences", shown);
        PdfOutline(pdf, marks).put();
        Onto pipe(to);
        QPDFWriter writer(pdf);
        writer.setOutputPipeline(&pipe);
        writer.setDeterministicID(true);
        writer.setObjectStreamMode(qpdf_o_disable); // what it says of itself can be read by eye
        writer.write();
        return done();
    } catch (const std::exception& fault) {
        return inputError(worded("the PDF cannot be finished: %1", std::string(fault.what())));
    }
}

} // namespace yarrin
