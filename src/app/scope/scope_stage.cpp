// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scope/scope_stage.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/scope/location_panel.h"
#include "app/scope/scope_chart.h"
#include "app/table/inline_message.h"
#include "app/window/dialogs.h"
#include "core/model/codes.h"
#include "edit/breakdown_edits.h"

#include <QActionGroup>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QPdfWriter>
#include <QPushButton>
#include <QSplitter>
#include <QSvgGenerator>
#include <QVBoxLayout>

namespace yarrin {

ScopeStage::ScopeStage(Document& document, Dialogs& dialogs, QWidget* parent)
    : Stage(parent), m_document(document), m_dialogs(dialogs), m_notice(new NoticeBar(this)),
      m_chart(new ScopeChart(document, this)), m_locations(new LocationPanel(document, this)) {
    setObjectName(QStringLiteral("scopeStage"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(buildHead());
    m_empty = new QLabel(tr("The work falls into parts here, and those into smaller ones, with no dates on them. "
                            "Insert adds the first."),
                         this);
    m_empty->setContentsMargins(26, 8, 0, 0);
    layout->addWidget(m_empty);
    auto* parts = new QSplitter(this);
    parts->setObjectName(QStringLiteral("scopeSplitter"));
    parts->setHandleWidth(1);
    parts->addWidget(m_chart);
    parts->addWidget(m_locations);
    parts->setStretchFactor(0, 1);
    parts->setSizes({900, 300});
    layout->addWidget(parts, 1);
    layout->addWidget(buildFoot());
    connect(m_locations, &LocationPanel::refused, m_notice, &NoticeBar::say);
    connect(m_locations, &LocationPanel::question, m_notice, &NoticeBar::ask);
    connect(m_chart, &ScopeChart::refused, m_notice, &NoticeBar::say);
    connect(m_chart, &ScopeChart::chosenChanged, this, &ScopeStage::refreshFoot);
    connect(&m_document, &Document::changed, this, [this] {
        m_notice->dismiss();
        if (isVisible()) refreshFoot(); // an edit elsewhere does not wait for what nobody sees
    });
}

QMenu* ScopeStage::buildShownMenu(QWidget* shown) {
    auto* figures = new QMenu(shown);
    figures->setObjectName(QStringLiteral("scopeShownMenu"));
    const auto figure = [&](const QString& text, bool ScopeChart::Shown::*member) {
        QAction* action = figures->addAction(text);
        action->setCheckable(true);
        action->setChecked(m_chart->shown().*member);
        connect(action, &QAction::toggled, this, [this, member](bool on) {
            ScopeChart::Shown wanted = m_chart->shown();
            wanted.*member = on;
            m_chart->setShown(wanted);
        });
    };
    figure(tr("Number of activities"), &ScopeChart::Shown::activities);
    figure(tr("Crew-days of work from quantities"), &ScopeChart::Shown::crewDays);
    figure(tr("Cost, where known"), &ScopeChart::Shown::cost);
    figures->addSeparator();
    QAction* activities = figures->addAction(tr("Activities below their groups"));
    activities->setCheckable(true);
    connect(activities, &QAction::toggled, m_chart, &ScopeChart::setShowsActivities);
    return figures;
}

QMenu* ScopeStage::buildSaveMenu(QWidget* save) {
    auto* pages = new QMenu(save);
    pages->setObjectName(QStringLiteral("scopeSaveMenu"));
    const auto paged = [&](const QString& text, int across, int down) {
        pages->addAction(text, this, [this, across, down] {
            m_pagesAcross = across;
            m_pagesDown = down;
            saveChart();
        });
    };
    paged(tr("On one page"), 1, 1);
    paged(tr("Two pages wide"), 2, 1);
    paged(tr("Three pages wide"), 3, 1);
    paged(tr("Two pages wide, two tall"), 2, 2);
    return pages;
}

QWidget* ScopeStage::buildHead() {
    auto* head = new QWidget(this);
    head->setObjectName(QStringLiteral("scopeHead"));
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(18, 10, 14, 4);
    auto* title = new QLabel(tr("Scope"), head);
    title->setFont(headingFont());
    row->addWidget(title);
    row->addStretch(1);
    auto* arrange = quietButton(tr("Arrangement"), "scopeArrange", head);
    auto* menu = new QMenu(arrange);
    menu->setObjectName(QStringLiteral("scopeArrangeMenu"));
    auto* group = new QActionGroup(menu);
    const std::pair<QString, TreeArrangement> arrangements[] = {{tr("Children across"), TreeArrangement::across},
                                                                {tr("Children stacked"), TreeArrangement::stacked},
                                                                {tr("Outline"), TreeArrangement::outline}};
    for (const auto& [text, arrangement] : arrangements) {
        QAction* action = menu->addAction(text, this, [this, to = arrangement] { m_chart->setArrangement(to); });
        action->setCheckable(true);
        action->setChecked(arrangement == m_chart->arrangement());
        group->addAction(action);
    }
    arrange->setMenu(menu);
    auto* shown = quietButton(tr("Shown"), "scopeShown", head);
    shown->setMenu(buildShownMenu(shown));
    auto* fold = quietButton(tr("Fold all"), "scopeFold", head);
    connect(fold, &QPushButton::clicked, this, [this] { m_chart->fold(true); });
    auto* places = quietButton(tr("Locations"), "scopeLocations", head);
    places->setCheckable(true);
    places->setChecked(true);
    connect(places, &QPushButton::toggled, this, [this](bool on) { m_locations->setVisible(on); });
    auto* fit = quietButton(tr("Fit"), "scopeFit", head);
    connect(fit, &QPushButton::clicked, m_chart, &ScopeChart::fit);
    auto* save = quietButton(tr("Save the chart…"), "scopeSave", head);
    save->setMenu(buildSaveMenu(save));
    for (auto* button : {places, arrange, shown, fold, fit, save}) row->addWidget(button);
    return head;
}

QWidget* ScopeStage::buildFoot() {
    auto* foot = new QFrame(this);
    foot->setObjectName(QStringLiteral("scopeFoot"));
    auto* row = new QHBoxLayout(foot);
    row->setContentsMargins(18, 6, 14, 6);
    row->setSpacing(8);
    m_what = new QLabel(foot);
    m_what->setObjectName(QStringLiteral("scopeWhat"));
    row->addWidget(m_what, 1);
    const auto field = [&](const QString& label, const char* name, const QString& hint, int width) {
        auto* text = new QLabel(label, foot);
        setInk(text, Ink::muted);
        auto* line = new QLineEdit(foot);
        line->setObjectName(QLatin1String(name));
        line->setAccessibleName(label);
        line->setPlaceholderText(hint);
        line->setFixedWidth(width);
        row->addWidget(text);
        row->addWidget(line);
        return line;
    };
    m_code = field(tr("Code"), "groupCode", tr("by its place"), 110);
    m_pattern = field(tr("Pattern of codes"), "codePattern", QStringLiteral("1.1"), 90);
    m_pattern->setToolTip(tr("Level by level: 1 numbers, 01 with two digits, A or a letters, and what stands between. "
                             "A-01.1 makes B-03.2."));
    const auto commit = [this](QLineEdit* line, const QString& step, const Document::Operation& operation) {
        if (!line->isModified()) return;
        line->setModified(false);
        const Outcome outcome = m_document.perform(step, operation);
        if (outcome.ok()) return;
        m_notice->say(show::error(outcome.error()));
        refreshFoot();
    };
    connect(m_code, &QLineEdit::editingFinished, this, [this, commit] {
        commit(m_code, tr("Code → %1").arg(m_code->text()),
               [this](Transaction& tx) { return setGroupCode(tx, m_chart->chosen(), m_code->text().toStdString()); });
    });
    connect(m_pattern, &QLineEdit::editingFinished, this, [this, commit] {
        commit(m_pattern, tr("Pattern of codes → %1").arg(m_pattern->text()),
               [this](Transaction& tx) { return setCodePattern(tx, m_pattern->text().trimmed().toStdString()); });
    });
    return foot;
}

void ScopeStage::refreshFoot() {
    const Programme& programme = m_document.programme();
    m_empty->setVisible(programme.breakdown.empty());
    const std::size_t index = programme.breakdown.indexOf(m_chart->chosen());
    const bool group = index < programme.breakdown.size();
    m_code->setEnabled(group);
    if (group) {
        const BreakdownNode& node = programme.breakdown[index];
        m_what->setText(tr("%1  %2").arg(show::text(breakdownCodes(programme)[index]), show::text(node.name)));
        m_code->setText(node.code ? show::text(*node.code) : QString());
    } else {
        m_what->setText(tr("Insert adds beside, Shift+Insert below, Ctrl+Insert over; F2 renames; drag moves"));
        m_code->clear();
    }
    m_pattern->setText(show::text(programme.job.codePattern));
    m_code->setModified(false);
    m_pattern->setModified(false);
}

bool ScopeStage::savePdf(const QString& path) const {
    QPdfWriter writer(path);
    writer.setTitle(show::text(m_document.programme().job.title));
    writer.setPageSize(QPageSize(QPageSize::A3));
    writer.setPageOrientation(QPageLayout::Landscape);
    writer.setPageMargins(QMarginsF(10, 10, 10, 10), QPageLayout::Millimeter);
    writer.setResolution(300);
    QPainter painter;
    if (!painter.begin(&writer)) return false;
    const QSizeF page(writer.width(), writer.height());
    const QRectF whole(0, 0, page.width() * m_pagesAcross, page.height() * m_pagesDown);
    for (int down = 0; down < m_pagesDown; ++down)
        for (int across = 0; across < m_pagesAcross; ++across) {
            if (down + across > 0) writer.newPage();
            painter.save();
            painter.setClipRect(QRectF(QPointF(0, 0), page));
            painter.translate(-page.width() * across, -page.height() * down);
            m_chart->paintInto(painter, whole);
            painter.restore();
        }
    return painter.end();
}

void ScopeStage::saveChart() {
    const QString path = m_dialogs.fileToSave(this, tr("Save the chart"), tr("scope.pdf"),
                                              tr("PDF (*.pdf);;SVG (*.svg);;Picture (*.png)"));
    if (path.isEmpty()) return;
    m_chart->refresh();
    const QSizeF size(m_chart->layoutNow().width + 40, m_chart->layoutNow().height + 40);
    const QRectF target(20, 20, size.width() - 40, size.height() - 40);
    bool done = false;
    if (path.endsWith(QLatin1String(".svg"), Qt::CaseInsensitive)) {
        QSvgGenerator generator;
        generator.setFileName(path);
        generator.setSize(size.toSize());
        generator.setViewBox(QRectF(QPointF(0, 0), size));
        generator.setTitle(show::text(m_document.programme().job.title));
        QPainter painter;
        done = painter.begin(&generator);
        if (done) m_chart->paintInto(painter, target);
        done = done && painter.end();
    } else if (path.endsWith(QLatin1String(".png"), Qt::CaseInsensitive)) {
        QImage image((size * 2).toSize(), QImage::Format_RGB32);
        image.fill(Theme::light().paper);
        QPainter painter(&image);
        painter.scale(2, 2);
        m_chart->paintInto(painter, target);
        painter.end();
        done = image.save(path);
    } else {
        done = savePdf(path);
    }
    if (!done) return m_notice->say(tr("%1 cannot be written: choose another folder.").arg(path));
    m_notice->tell(tr("Written to %1.").arg(path));
}

void ScopeStage::focusMain() {
    refreshFoot();
    m_chart->setFocus();
}

} // namespace yarrin
