// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/programme/logic_view.h"

#include <QWidget>

class QLabel;
class QPushButton;

namespace yarrin {

class LogicMap;

/// The network with the line above it: what lanes and rows are, what boxes say, how large.
class LogicPage : public QWidget {
    Q_OBJECT
public:
    LogicPage(Document& document, ViewState& state, QWidget* parent = nullptr);

    [[nodiscard]] LogicView& view() const { return *m_view; }
    [[nodiscard]] LogicMap& map() const { return *m_map; }
    /// Leaves so much room at the left of the line, for the names of the stage's pages.
    void setRoom(int width);
    /// The line above, which stands before the question's.
    [[nodiscard]] QWidget& line() const { return *m_line; }
    /// The size, for the end of the question's line.
    [[nodiscard]] QWidget& zoomLine() const { return *m_zoomLine; }

private:
    void buildZoom();
    void fillLanes();
    void fillFields(bool corner);
    void present();
    void change(const std::function<void(LogicChoice&)>& how);

    Document& m_document;
    LogicView* m_view;
    LogicMap* m_map;
    QWidget* m_line;
    QWidget* m_zoomLine = nullptr;
    QPushButton *m_lanes = nullptr, *m_within = nullptr, *m_boxes = nullptr, *m_scaled = nullptr;
    QLabel* m_zoom = nullptr;
};

} // namespace yarrin
