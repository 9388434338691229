// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/outside_address.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QMimeDatabase>
#include <QSet>

namespace yarrin {

namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("yarrin::OutsideAddress", text);
}

/// Whether opening a file would run it, by what it is, not by what its name says alone.
bool runs(const QFileInfo& file) {
    static const QSet<QString> endings{
        QStringLiteral("desktop"), QStringLiteral("sh"),  QStringLiteral("bash"),     QStringLiteral("py"),
        QStringLiteral("pl"),      QStringLiteral("rb"),  QStringLiteral("js"),       QStringLiteral("jar"),
        QStringLiteral("exe"),     QStringLiteral("bat"), QStringLiteral("cmd"),      QStringLiteral("com"),
        QStringLiteral("msi"),     QStringLiteral("scr"), QStringLiteral("ps1"),      QStringLiteral("vbs"),
        QStringLiteral("lnk"),     QStringLiteral("url"), QStringLiteral("appimage"), QStringLiteral("run"),
        QStringLiteral("bin"),     QStringLiteral("deb"), QStringLiteral("rpm"),      QStringLiteral("flatpakref"),
        QStringLiteral("snap"),    QStringLiteral("hta"), QStringLiteral("service"),  QStringLiteral("out")};
    if (endings.contains(file.suffix().toLower())) return true;
    QFile content(file.absoluteFilePath());
    if (!content.open(QIODevice::ReadOnly)) return false;
    const QByteArray head = content.read(200);
    if (head.startsWith("#!") ||
        head.startsWith("\x7f"
                        "ELF") ||
        head.startsWith("MZ") || head.contains("[Desktop Entry]"))
        return true;
    const QMimeType type = QMimeDatabase().mimeTypeForFile(file);
    return type.inherits(QStringLiteral("application/x-executable")) ||
           type.inherits(QStringLiteral("application/x-desktop")) ||
           type.inherits(QStringLiteral("application/x-shellscript"));
}

} // namespace

OutsideAddress addressOf(const QString& typed, const QString& programmePath) {
    OutsideAddress address;
    const QString place = typed.trimmed();
    address.shown = place;
    for (const QChar c : place)
        if (c.unicode() < 32 || c.unicode() == 127 || c.category() == QChar::Other_Format) {
            address.refusal = tr("The address holds signs that cannot be seen, so it is not opened.");
            return address;
        }
    const QUrl url(place);
    const bool named = url.isValid() && url.scheme().size() > 1;
    if (named && url.scheme() == QLatin1String("https")) {
        address.url = url;
        // A name in letters that look like others stands there as it is asked for.
        address.shown = QString::fromLatin1(url.toEncoded());
        if (url.host().isEmpty()) address.refusal = tr("%1 names no place.").arg(place);
        if (!url.userInfo().isEmpty())
            address.refusal =
                tr("%1 hides where it leads behind a name for signing in, so it is not opened.").arg(place);
        return address;
    }
    if (named && url.scheme() != QLatin1String("file")) {
        address.refusal = tr("Only files and addresses with https are opened, not %1.").arg(place);
        return address;
    }
    const QString path = named                     ? url.toLocalFile()
                         : programmePath.isEmpty() ? place
                                                   : QFileInfo(programmePath).dir().filePath(place);
    const QFileInfo file(path);
    address.shown = file.exists() ? file.canonicalFilePath() : file.absoluteFilePath();
    if (!file.exists())
        address.refusal = tr("There is no file %1; correct its path under Documents.").arg(address.shown);
    else if (!file.isFile() && !file.isDir())
        address.refusal = tr("%1 is a device or a pipe, not a document.").arg(address.shown);
    else if (file.isFile() && runs(QFileInfo(address.shown)))
        address.refusal = tr("%1 could be run and not only read, so it is not opened from here.").arg(address.shown);
    address.url = QUrl::fromLocalFile(address.shown);
    return address;
}

} // namespace yarrin
