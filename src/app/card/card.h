// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/look.h"
#include "app/base/view_state.h"
#include "app/base/waiting.h"

#include <QScrollArea>

#include <functional>
#include <memory>

class QVBoxLayout;

namespace yarrin {

class CrewChart;
class MeasureBoxes;
struct FloatPath;
struct WhyFound;
class OutputBook;

/// The panel at the right with everything about the selected activity: how long, when, waits for, leads to, record.
class Card : public QScrollArea {
    Q_OBJECT
public:
    Card(Document& document, ViewState& state, std::function<const OutputBook&()> book, QWidget* parent = nullptr);

    /// In the stage Build-up the card leads with the four boxes and "if crews were".
    void setBuildUp(bool buildUp);

    /// Whether reasons are still being worked out.
    [[nodiscard]] bool isWorking() const { return m_whyWorking.isRunning(); }

signals:
    void reveal(ActivityId id);
    void refused(const QString& reason);
    /// What is selected is to wait for a milestone of another job.
    void awaitedWanted();

private:
    void refresh();
    void fill();
    void heading(const QString& text);
    void pair(const QString& label, const QString& value, bool bold = false, Ink ink = Ink::plain);
    void words(const QString& text, Ink ink = Ink::muted);
    void linkRow(ActivityId other, const QString& label, const QString& value, bool bold);
    void header(const Activity& activity);
    void delays(const Activity& activity);
    void offers(const Activity& activity);
    void howLong(const Activity& activity, const ActivityFigures& figures);
    void crewAndBill(const Activity& activity);
    void when(const Activity& activity, const ActivityFigures& figures);
    void links(const Activity& activity);
    void awaited(const Activity& activity);
    void link(const Link& link);
    void linkButtons(const Link& link);
    void act(const QString& words, const Document::Operation& operation);
    void field(const char* name, const QString& label, const QString& value, const QString& hint, int width,
               const std::function<void(const QString&)>& take);
    void labour(const Activity& activity, const ActivityFigures& figures);
    void where(const Activity& activity, const ActivityFigures& figures);
    void why(const Activity& activity, const ActivityFigures& figures);
    void presentWhy(const Activity& activity, const WhyFound& found);
    void presentNear(const std::vector<struct NearPath>& near);
    void presentPaths(const std::vector<FloatPath>& paths, Minutes day);
    void record(const Activity& activity);
    void problems(const Activity& activity);
    void choose(const Activity& activity);

    Document& m_document;
    ViewState& m_state;
    std::function<const OutputBook&()> m_book; ///< read when it is first asked for
    QWidget* m_top;
    QVBoxLayout* m_topLayout;
    QWidget* m_body;
    QVBoxLayout* m_bodyLayout;
    QVBoxLayout* m_into = nullptr; ///< where the next row goes
    QWidget* m_owner = nullptr;
    QWidget* m_crewPart;
    QWidget* m_ifCrews;
    MeasureBoxes* m_boxes;
    CrewChart* m_crews;
    bool m_buildUp = false;
    bool m_pending = false;
    Beside<std::shared_ptr<const WhyFound>> m_whyWorking;
};

} // namespace yarrin
