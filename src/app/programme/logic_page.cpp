// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/logic_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/programme/logic_map.h"
#include "core/view/fields.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>

namespace yarrin {

LogicPage::LogicPage(Document& document, ViewState& state, QWidget* parent)
    : QWidget(parent), m_document(document), m_view(new LogicView(document, state, this)), m_map(new LogicMap(*m_view)),
      m_line(new QWidget(this)) {
    setObjectName(QStringLiteral("logicPage"));
    m_line->setObjectName(QStringLiteral("logicLine"));
    auto* line = new QHBoxLayout(m_line);
    line->setContentsMargins(10, 3, 10, 3);
    line->setSpacing(4);
    m_lanes = quietMenuButton("logicLanes", tr("Lanes"), m_line);
    m_within = quietMenuButton("logicWithin", tr("Rows within a lane"), m_line);
    m_boxes = quietMenuButton("logicBoxes", tr("What boxes say"), m_line);
    line->addWidget(m_lanes);
    line->addWidget(m_within);
    line->addWidget(m_boxes);
    line->addStretch(1);
    m_scaled = quietButton(tr("Time-scaled"), "logicScaled", m_line);
    m_scaled->setCheckable(true);
    m_scaled->setToolTip(tr("Boxes begin at their dates instead of standing in columns"));
    connect(m_scaled, &QPushButton::clicked, this,
            [this](bool scaled) { change([scaled](LogicChoice& one) { one.timeScaled = scaled; }); });
    line->addWidget(m_scaled);
    buildZoom();
    fillLanes();
    auto* within = m_within->menu();
    connect(within->addAction(tr("A row for each &place")), &QAction::triggered, this,
            [this] { change([](LogicChoice& one) { one.within = LogicRows::places; }); });
    connect(within->addAction(tr("As few &crossings as can be")), &QAction::triggered, this,
            [this] { change([](LogicChoice& one) { one.within = LogicRows::crossings; }); });
    fillFields(true);
    fillFields(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(m_view, 1);
    setFocusProxy(m_view);
    present();
}

/// How large it is, and larger or smaller; stands where there is room.
void LogicPage::buildZoom() {
    m_zoomLine = new QWidget(this);
    auto* line = new QHBoxLayout(m_zoomLine);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(4);
    m_zoom = new QLabel(m_zoomLine);
    m_zoom->setObjectName(QStringLiteral("logicZoom"));
    setInk(m_zoom, Ink::muted);
    line->addWidget(m_zoom);
    const auto add = [&](const QString& text, const char* name, const QString& accessible, auto act) {
        QPushButton* one = quietButton(text, name, m_zoomLine);
        one->setAccessibleName(accessible);
        one->setToolTip(accessible);
        line->addWidget(one);
        connect(one, &QPushButton::clicked, this, act);
    };
    add(QStringLiteral("−"), "logicSmaller", tr("Smaller"), [this] { m_view->zoomBy(1 / 1.25); });
    add(QStringLiteral("+"), "logicLarger", tr("Larger"), [this] { m_view->zoomBy(1.25); });
    add(tr("Fit"), "logicFit", tr("All of it"), [this] { m_view->fit(); });
    connect(m_view, &LogicView::zoomChanged, this, &LogicPage::present);
}

void LogicPage::setRoom(int width) {
    m_line->layout()->setContentsMargins(width, 3, 10, 3);
}

void LogicPage::change(const std::function<void(LogicChoice&)>& how) {
    LogicChoice choice = m_view->choice();
    how(choice);
    m_view->choose(choice);
    present();
}

/// The job's codes come and go: the menu is made as it opens.
void LogicPage::fillLanes() {
    QMenu* menu = m_lanes->menu();
    connect(menu, &QMenu::aboutToShow, this, [this, menu] {
        menu->clear();
        const auto add = [&](const QString& text, const std::string& lanes) {
            menu->addAction(text, this, [this, lanes] { change([&](LogicChoice& one) { one.lanes = lanes; }); });
        };
        add(tr("&Groups as in the table"), "");
        add(tr("One for &all"), "-");
        menu->addSeparator();
        for (const ViewField& field : fieldsOf(m_document.programme()))
            if (field.groups) add(show::label(field), field.name);
    });
}

void LogicPage::fillFields(bool corner) {
    QMenu* menu = m_boxes->menu()->addMenu(corner ? tr("At the &top right") : tr("At the &foot"));
    connect(menu, &QMenu::aboutToShow, this, [this, menu, corner] {
        menu->clear();
        const auto add = [&](const QString& text, const std::string& field) {
            menu->addAction(text, this, [this, corner, field] {
                change([&](LogicChoice& one) { (corner ? one.corner : one.foot) = field; });
            });
        };
        add(corner ? tr("Float") : tr("Dates"), "");
        menu->addSeparator();
        for (const ViewField& field : fieldsOf(m_document.programme())) add(show::label(field), field.name);
    });
}

void LogicPage::present() {
    const LogicChoice& choice = m_view->choice();
    const auto field = fieldNamed(m_document.programme(), choice.lanes);
    m_lanes->setText(tr("Lanes: %1")
                         .arg(choice.lanes.empty()  ? tr("the table's")
                              : choice.lanes == "-" ? tr("one for all")
                              : field               ? show::within(show::label(*field))
                                                    : tr("none")));
    m_within->setText(tr("Rows: %1").arg(choice.within == LogicRows::places ? tr("by place") : tr("few crossings")));
    m_boxes->setText(tr("Boxes"));
    m_scaled->setChecked(choice.timeScaled);
    m_zoom->setText(QStringLiteral("%1 %").arg(int(std::lround(m_view->zoom() * 100))));
}

} // namespace yarrin
