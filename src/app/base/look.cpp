// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/look.h"

#include <QApplication>
#include <QFile>
#include <QFontDatabase>
#include <QKeySequence>
#include <QLayout>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QStyle>
#include <QStyleFactory>
#include <QStyleOptionViewItem>
#include <QSvgRenderer>
#include <QVariant>

#include <array>
#include <utility>

/// Resources of a static library are only there once somebody asks for them.
static void initResources() {
    Q_INIT_RESOURCE(resources);
    Q_INIT_RESOURCE(demo);
}

namespace yarrin {

namespace {

const Theme* current = &Theme::light();

QString styleSheet(const Theme& t) {
    QFile file(QStringLiteral(":/look.qss"));
    if (!file.open(QIODevice::ReadOnly)) qFatal("the style sheet is not among the resources");
    QString sheet = QString::fromUtf8(file.readAll());
    // Longer names first: none may be cut by the beginning of it.
    const std::pair<const char*, QColor> colours[] = {{"%standingFaint", t.standingMuted.darker(190)},
                                                      {"%standingText", t.standingText},
                                                      {"%standingMuted", t.standingMuted},
                                                      {"%standingHover", t.rail.lighter(150)},
                                                      {"%criticalText", t.criticalText},
                                                      {"%nearText", t.nearText},
                                                      {"%goodText", t.goodText},
                                                      {"%selection", t.selection},
                                                      {"%critical", t.critical},
                                                      {"%accent", t.accent},
                                                      {"%panel", t.panel},
                                                      {"%paper", t.paper},
                                                      {"%muted", t.muted},
                                                      {"%field", t.field},
                                                      {"%rule", t.rule},
                                                      {"%ink", t.ink}};
    for (const auto& [name, colour] : colours) sheet.replace(QLatin1String(name), colour.name());
    return sheet;
}

} // namespace

const Theme& theme() {
    return *current;
}

void applyLook(QApplication& application, bool dark) {
    static const bool fontsLoaded = [] {
        initResources();
        for (const char* file : {"Regular", "Semibold", "Bold"})
            QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/OpenSans-%1.ttf").arg(QLatin1String(file)));
        return true;
    }();
    Q_UNUSED(fontsLoaded);
    current = dark ? &Theme::darkVariant() : &Theme::light();
    const Theme& t = *current;
    application.setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    QPalette palette;
    palette.setColor(QPalette::Window, t.panel);
    palette.setColor(QPalette::WindowText, t.ink);
    palette.setColor(QPalette::Base, t.field);
    palette.setColor(QPalette::AlternateBase, t.groupGround);
    palette.setColor(QPalette::Text, t.ink);
    palette.setColor(QPalette::PlaceholderText, t.muted);
    palette.setColor(QPalette::Button, t.panel);
    palette.setColor(QPalette::ButtonText, t.ink);
    palette.setColor(QPalette::Highlight, t.selection);
    palette.setColor(QPalette::HighlightedText, t.ink);
    palette.setColor(QPalette::Link, t.accent);
    palette.setColor(QPalette::ToolTipBase, t.field);
    palette.setColor(QPalette::ToolTipText, t.ink);
    application.setPalette(palette);
    application.setFont(bodyFont());
    application.setStyleSheet(styleSheet(t));
    emit lookChanges().changed();
}

LookChanges& lookChanges() {
    static LookChanges changes;
    return changes;
}

int scaled(int pixels) {
    constexpr int usual = 12; // of the body font
    return (pixels * (usual + textEnlargement()) + usual / 2) / usual;
}

QString keyTold(const char* keys) {
    return QLatin1Char('\t') + QKeySequence(QLatin1String(keys)).toString(QKeySequence::NativeText);
}

int columnRoom(int pixels, const QString& heading) {
    return std::max(scaled(pixels), QFontMetrics(boldened(bodyFont())).horizontalAdvance(heading) + scaled(13));
}

void keepWidth(QWidget* widget, int pixels) {
    widget->setFixedWidth(scaled(pixels));
    QObject::connect(&lookChanges(), &LookChanges::changed, widget,
                     [widget, pixels] { widget->setFixedWidth(scaled(pixels)); });
}

void keepHeight(QWidget* widget, int pixels) {
    widget->setFixedHeight(scaled(pixels));
    QObject::connect(&lookChanges(), &LookChanges::changed, widget,
                     [widget, pixels] { widget->setFixedHeight(scaled(pixels)); });
}

void setMark(QWidget* widget, const char* name, const QVariant& value) {
    if (widget->property(name) == value) return;
    widget->setProperty(name, value);
    widget->style()->unpolish(widget);
    widget->style()->polish(widget);
    widget->update();
}

void setInk(QWidget* words, Ink ink) {
    static constexpr std::array<const char*, 6> names{"plain", "muted", "accent", "critical", "near", "good"};
    setMark(words, "ink", QLatin1String(names[static_cast<std::size_t>(ink)]));
}

QPixmap linePixmap(const QString& name, const QColor& colour, int size, qreal scale) {
    QFile file(QStringLiteral(":/icons/%1.svg").arg(name));
    if (!file.open(QIODevice::ReadOnly)) return {};
    QByteArray svg = file.readAll();
    svg.replace("#000000", colour.name().toLatin1());
    QPixmap pixmap(QSize(size, size) * scale);
    pixmap.setDevicePixelRatio(scale);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    QSvgRenderer(svg).render(&painter, QRectF(0, 0, size, size));
    return pixmap;
}

QIcon lineIcon(const QString& name, const QColor& colour) {
    QIcon icon;
    for (const int scale : {1, 2}) icon.addPixmap(linePixmap(name, colour, 20, scale));
    return icon;
}

QPushButton* quietButton(const QString& text, const char* name, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setObjectName(QLatin1String(name));
    button->setProperty("quiet", true);
    return button;
}

QPushButton* quietMenuButton(const char* name, const QString& accessible, QWidget* parent) {
    QPushButton* button = quietButton({}, name, parent);
    button->setAccessibleName(accessible);
    button->setMenu(new QMenu(button));
    return button;
}

void clearLayout(QLayout* layout) {
    while (QLayoutItem* item = layout->takeAt(0)) {
        if (QWidget* widget = item->widget()) {
            widget->hide();
            widget->deleteLater();
        }
        if (QLayout* inner = item->layout()) clearLayout(inner);
        delete item;
    }
}

void paintRowGround(QPainter& painter, const QStyleOptionViewItem& option) {
    const bool current = option.state.testFlag(QStyle::State_Selected);
    painter.fillRect(option.rect, current ? theme().selection : theme().paper);
    painter.setPen(theme().rule);
    painter.drawLine(option.rect.bottomLeft(), option.rect.bottomRight());
    if (!current || !option.state.testFlag(QStyle::State_HasFocus)) return;
    painter.setPen(QPen(theme().accent, 2));
    painter.drawLine(option.rect.topLeft() + QPoint(1, 0), option.rect.bottomLeft() + QPoint(1, 0));
}

void paintWords(QPainter& painter, const QRect& box, Qt::Alignment side, const QFont& font, const QColor& ink,
                const QString& words) {
    painter.setFont(font);
    painter.setPen(ink);
    painter.drawText(box, side | Qt::AlignVCenter, QFontMetrics(font).elidedText(words, Qt::ElideRight, box.width()));
}

} // namespace yarrin
