// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QUrl>

class QWidget;

class QPrinter;

namespace yarrin {

/// The questions that only a box of its own can ask; tests answer them from a script.
class Dialogs {
public:
    virtual ~Dialogs() = default;
    /// A file to open, empty where none was chosen.
    [[nodiscard]] virtual QString fileToOpen(QWidget* parent, const QString& folder) = 0;
    [[nodiscard]] virtual QString folderToOpen(QWidget* parent, const QString& title, const QString& folder) = 0;
    [[nodiscard]] virtual QString fileToImport(QWidget* parent, const QString& title, const QString& filter) = 0;
    [[nodiscard]] virtual QString fileToSave(QWidget* parent, const QString& title, const QString& suggestion,
                                             const QString& filter) = 0;
    enum class Unsaved { save, discard, cancel };
    [[nodiscard]] virtual Unsaved unsavedChanges(QWidget* parent, const QString& name) = 0;
    virtual void about(QWidget* parent) = 0;
    /// Whether a document's address, shown whole, is to be opened.
    [[nodiscard]] virtual bool mayOpen(QWidget* parent, const QString& address) = 0;
    /// Hands an address to the system; false where nothing opens it.
    [[nodiscard]] virtual bool openAddress(const QUrl& address) = 0;
    /// Sets a printer up; false where nothing is to be printed.
    [[nodiscard]] virtual bool choosePrinter(QWidget* parent, QPrinter& printer) = 0;
};

/// The ones that a person sees.
class SystemDialogs : public Dialogs {
public:
    QString fileToOpen(QWidget* parent, const QString& folder) override;
    QString folderToOpen(QWidget* parent, const QString& title, const QString& folder) override;
    QString fileToImport(QWidget* parent, const QString& title, const QString& filter) override;
    QString fileToSave(QWidget* parent, const QString& title, const QString& suggestion,
                       const QString& filter) override;
    Unsaved unsavedChanges(QWidget* parent, const QString& name) override;
    void about(QWidget* parent) override;
    bool mayOpen(QWidget* parent, const QString& address) override;
    bool openAddress(const QUrl& address) override;
    bool choosePrinter(QWidget* parent, QPrinter& printer) override;
};

} // namespace yarrin
