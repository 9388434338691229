// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/dialogs.h"

#include <QCoreApplication>
#include <QDesktopServices>
#include <QFileDialog>
#include <QMessageBox>
#include <QPrintDialog>
#include <QPrinter>
#include <QPushButton>

namespace yarrin {

QString SystemDialogs::fileToOpen(QWidget* parent, const QString& folder) {
    return QFileDialog::getOpenFileName(parent, QObject::tr("Open a programme"), folder,
                                        QObject::tr("Programmes (*.yarrin *.yarrin.json *.json);;All files (*)"));
}

QString SystemDialogs::folderToOpen(QWidget* parent, const QString& title, const QString& folder) {
    return QFileDialog::getExistingDirectory(parent, title, folder);
}

QString SystemDialogs::fileToImport(QWidget* parent, const QString& title, const QString& filter) {
    return QFileDialog::getOpenFileName(parent, title, {}, filter);
}

QString SystemDialogs::fileToSave(QWidget* parent, const QString& title, const QString& suggestion,
                                  const QString& filter) {
    return QFileDialog::getSaveFileName(parent, title, suggestion, filter);
}

Dialogs::Unsaved SystemDialogs::unsavedChanges(QWidget* parent, const QString& name) {
    QMessageBox box(QMessageBox::NoIcon, QObject::tr("Yarrin"), QObject::tr("Keep the changes to “%1”?").arg(name),
                    QMessageBox::NoButton, parent);
    box.setTextFormat(Qt::PlainText);
    QPushButton* save = box.addButton(QObject::tr("Save"), QMessageBox::AcceptRole);
    QPushButton* discard = box.addButton(QObject::tr("Drop the changes"), QMessageBox::DestructiveRole);
    box.addButton(QObject::tr("Go back"), QMessageBox::RejectRole);
    box.setDefaultButton(save);
    box.exec();
    if (box.clickedButton() == save) return Unsaved::save;
    return box.clickedButton() == discard ? Unsaved::discard : Unsaved::cancel;
}

bool SystemDialogs::mayOpen(QWidget* parent, const QString& address) {
    QMessageBox box(QMessageBox::NoIcon, QObject::tr("Open a document"),
                    QObject::tr("This programme names a document outside of it. Open it?"), QMessageBox::NoButton,
                    parent);
    box.setTextFormat(Qt::PlainText);
    box.setInformativeText(address);
    QPushButton* open = box.addButton(QObject::tr("Open"), QMessageBox::AcceptRole);
    QPushButton* back = box.addButton(QObject::tr("Leave it"), QMessageBox::RejectRole);
    box.setDefaultButton(back);
    box.exec();
    return box.clickedButton() == open;
}

bool SystemDialogs::openAddress(const QUrl& address) {
    return QDesktopServices::openUrl(address);
}

void SystemDialogs::about(QWidget* parent) {
    QMessageBox box(
        QMessageBox::NoIcon, QObject::tr("About Yarrin"),
        QObject::tr("<b>Yarrin %1</b><p>Programmes from quantities, and what delay costs.</p><p>Free software "
                    "under the GNU General Public License, version 3 or later. Open Sans by Steve Matteson, "
                    "Apache License 2.0.</p>")
            .arg(QCoreApplication::applicationVersion()),
        QMessageBox::Close, parent);
    box.setTextFormat(Qt::RichText);
    box.exec();
}

bool SystemDialogs::choosePrinter(QWidget* parent, QPrinter& printer) {
    return QPrintDialog(&printer, parent).exec() == QDialog::Accepted;
}

} // namespace yarrin
