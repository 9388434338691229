// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/look.h"

#include <QApplication>
#include <QFile>
#include <QFontDatabase>
#include <QLayout>
#include <QPainter>
#include <QPushButton>
#include <QStyleFactory>
#include <QStyleOptionViewItem>
#include <QSvgRenderer>

/// Resources of a static library are only there once somebody asks for them.
static void initResources() {
    Q_INIT_RESOURCE(resources);
    Q_INIT_RESOURCE(demo);
}

namespace yarrin {

namespace {

const Theme* current = &Theme::light();

QString styleSheet(const Theme& t) {
    return QStringLiteral(R"(
QMenuBar { background: %panel; color: %ink; padding: 1px 6px; }
QMenuBar::item { padding: 4px 10px; background: transparent; border-radius: 3px; }
QMenuBar::item:selected { background: %selection; }
QMenu { background: %field; color: %ink; border: 1px solid %rule; padding: 4px; }
QMenu::item { padding: 5px 26px 5px 22px; border-radius: 3px; }
QMenu::item:selected { background: %selection; color: %ink; }
QMenu::item:disabled { color: %muted; }
QMenu::separator { height: 1px; background: %rule; margin: 4px 6px; }
QToolTip { background: %field; color: %ink; border: 1px solid %rule; padding: 4px; }
QLineEdit, QPlainTextEdit, QComboBox { background: %field; color: %ink; border: 1px solid %rule; border-radius: 4px; padding: 3px 7px; selection-background-color: %accent; selection-color: %paper; }
QLineEdit:focus, QPlainTextEdit:focus, QComboBox:focus { border: 1px solid %accent; }
QLineEdit[fault="true"] { border: 1px solid %critical; }
QComboBox::drop-down { border: none; width: 20px; }
QComboBox::down-arrow { image: url(:/icons/chevron.svg); width: 10px; height: 10px; }
QAbstractScrollArea::corner { background: %panel; border: none; }
#contractStage, #buildUpStage, #programmeStage { background: %paper; }
#card { border-left: 1px solid %rule; background: %panel; }
#cardPage { background: %panel; }
QComboBox QAbstractItemView { background: %field; color: %ink; border: 1px solid %rule; selection-background-color: %selection; selection-color: %ink; }
QTableView { background: %paper; color: %ink; border: none; gridline-color: %rule; selection-background-color: %selection; selection-color: %ink; outline: none; }
QTableView QLineEdit { border-radius: 2px; padding: 0 4px; border: 1px solid %accent; }
QHeaderView { background: %panel; border: none; }
QHeaderView::section { background: %panel; color: %muted; border: none; border-bottom: 1px solid %rule; padding: 3px 6px; font-weight: 600; }
QPushButton { background: %field; color: %ink; border: 1px solid %rule; border-radius: 12px; padding: 4px 14px; }
QPushButton:hover { border-color: %accent; }
QPushButton:focus { border-color: %accent; }
QPushButton:disabled { color: %muted; }
QPushButton[quiet="true"] { background: transparent; border: none; color: %accent; font-weight: 600; padding: 3px 6px; border-radius: 3px; }
QPushButton[quiet="true"]:hover, QPushButton[quiet="true"]:focus { background: %selection; }
QPushButton[quiet="true"]:checkable { color: %muted; font-weight: 400; }
QPushButton[quiet="true"]:checked { background: %selection; color: %accent; font-weight: 600; }
QToolButton { background: transparent; border: none; border-radius: 4px; padding: 4px; color: %ink; }
QToolButton:hover, QToolButton:focus { background: %selection; }
QSplitter::handle { background: %rule; }
QSplitter::handle:horizontal { width: 1px; }
QScrollArea { border: none; background: transparent; }
QScrollBar:vertical { background: transparent; width: 11px; margin: 0; }
QScrollBar:horizontal { background: transparent; height: 11px; margin: 0; }
QScrollBar::handle { background: %rule; border-radius: 4px; margin: 2px; }
QScrollBar::handle:vertical { min-height: 26px; }
QScrollBar::handle:horizontal { min-width: 26px; }
QScrollBar::handle:hover { background: %muted; }
QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }
QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
QListView { background: %field; color: %ink; border: 1px solid %rule; outline: none; }
QTreeView { background: %field; color: %ink; border: none; outline: none; }
QCheckBox::indicator, QTreeView::indicator { width: 13px; height: 13px; border: 1px solid %muted; border-radius: 3px; background: %field; }
QCheckBox::indicator:checked, QTreeView::indicator:checked { background: %accent; border-color: %accent; image: url(:/icons/check.svg); }
QCheckBox::indicator:disabled, QTreeView::indicator:disabled { background: %muted; border-color: %muted; }
QTreeView::item { padding: 3px 4px; }
QTreeView::item:hover, QTreeView::item:selected { background: %selection; color: %ink; }
QListView::item { padding: 3px 6px; }
QListView::item:selected { background: %selection; color: %ink; }
)")
        .replace(QLatin1String("%panel"), t.panel.name())
        .replace(QLatin1String("%paper"), t.paper.name())
        .replace(QLatin1String("%ink"), t.ink.name())
        .replace(QLatin1String("%muted"), t.muted.name())
        .replace(QLatin1String("%rule"), t.rule.name())
        .replace(QLatin1String("%field"), t.field.name())
        .replace(QLatin1String("%selection"), t.selection.name())
        .replace(QLatin1String("%accent"), t.accent.name())
        .replace(QLatin1String("%critical"), t.critical.name());
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
