// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "edit/sheet_edits.h"

#include <QScrollArea>

#include <map>

class QComboBox;
class QLabel;
class QListWidget;
class QPlainTextEdit;
class QVBoxLayout;

namespace yarrin {

class Dialogs;
class FieldEdit;

/// What a sheet of the job shows and how it is put on paper; what cannot be is refused where it was typed.
class SheetSettings : public QScrollArea {
    Q_OBJECT
public:
    SheetSettings(Document& document, Dialogs& dialogs, QWidget* parent = nullptr);

    void present(SheetId id);
    [[nodiscard]] QLabel& smallest() const { return *m_smallest; }

signals:
    void refused(const QString& reason);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void addField(const char* name, const QString& label, const QString& hint, SheetField field);
    [[nodiscard]] QComboBox* addChoice(const char* name, const QString& label, SheetField field);
    void addPaper();
    void addParts();
    void addFirm();
    void fillChoices(const KeptSheet& sheet);
    void fillSubjects(const KeptSheet& sheet);
    void fillParts(const KeptSheet& sheet);
    void showWhatCounts(const KeptSheet& sheet);
    void set(SheetField field, const QString& text);
    void perform(const QString& words, const std::function<Outcome(Transaction&)>& act);
    /// The parts as the list has them.
    [[nodiscard]] std::vector<SheetPart> parts() const;
    void setParts(const std::vector<SheetPart>& parts, int row);
    void movePart(int by);
    void takeWords();
    void chooseLogo();
    [[nodiscard]] const KeptSheet* sheet() const { return m_document.programme().sheets.row(m_id); }
    [[nodiscard]] std::string typed(SheetField field) const;

    Document& m_document;
    Dialogs& m_dialogs;
    SheetId m_id;
    QWidget* m_page;
    QVBoxLayout* m_column;
    QLabel *m_title = nullptr, *m_smallest = nullptr;
    QComboBox *m_view = nullptr, *m_subject = nullptr, *m_revision = nullptr, *m_lens = nullptr, *m_links = nullptr,
              *m_paper = nullptr, *m_lies = nullptr;
    QWidget* m_partsBox = nullptr;
    QListWidget* m_parts = nullptr;
    QPlainTextEdit* m_words = nullptr;
    FieldEdit* m_firm = nullptr;
    QLabel* m_logo = nullptr;
    std::map<SheetField, QWidget*> m_rows; ///< what of the panel is about a field
    std::vector<FieldEdit*> m_fields;
    bool m_filling = false;
};

} // namespace yarrin
