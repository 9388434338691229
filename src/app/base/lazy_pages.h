// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStackedWidget>

#include <functional>
#include <map>

namespace yarrin {

/// Pages of which each is made when it is first shown, so that a stage does not wait for what nobody looks at.
class LazyPages : public QStackedWidget {
public:
    using QStackedWidget::QStackedWidget;

    void add(std::function<QWidget*()> make) { m_makers[addWidget(new QWidget(this))] = std::move(make); }
    /// Sees to it that a page is there.
    void build(int page) {
        const auto found = m_makers.find(page);
        if (found == m_makers.end()) return;
        const auto make = std::exchange(found->second, {});
        m_makers.erase(found);
        QWidget* blank = widget(page);
        insertWidget(page, make());
        removeWidget(blank);
        delete blank;
    }
    void showPage(int page) {
        build(page);
        setCurrentIndex(page);
    }

private:
    std::map<int, std::function<QWidget*()>> m_makers; ///< of those that are not there yet
};

} // namespace yarrin
