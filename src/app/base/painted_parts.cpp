// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/painted_parts.h"

#include <QAccessibleWidget>
#include <QWidget>

#include <algorithm>

namespace yarrin {

namespace {

class Whole;

/// One part; it asks the whole for all that it tells, so that it is never older than that.
class Part : public QAccessibleInterface, public QAccessibleActionInterface {
public:
    Part(Whole& whole, int index) : m_whole(whole), m_index(index) {}

    bool isValid() const override;
    QObject* object() const override { return nullptr; }
    QAccessibleInterface* childAt(int, int) const override { return nullptr; }
    QAccessibleInterface* parent() const override;
    QAccessibleInterface* child(int) const override { return nullptr; }
    int childCount() const override { return 0; }
    int indexOfChild(const QAccessibleInterface*) const override { return -1; }
    QString text(QAccessible::Text what) const override;
    void setText(QAccessible::Text, const QString&) override {}
    QRect rect() const override;
    QAccessible::Role role() const override;
    QAccessible::State state() const override;
    void* interface_cast(QAccessible::InterfaceType type) override {
        return type == QAccessible::ActionInterface ? static_cast<QAccessibleActionInterface*>(this) : nullptr;
    }
    QStringList actionNames() const override;
    void doAction(const QString& name) override;
    QStringList keyBindingsForAction(const QString&) const override { return {}; }
    [[nodiscard]] int index() const { return m_index; }

private:
    [[nodiscard]] const PaintedPart& part() const;
    Whole& m_whole;
    int m_index;
};

/// A widget with its parts before what else lies in it.
class Whole : public QAccessibleWidget {
public:
    Whole(QWidget* widget, HasPaintedParts& parts)
        : QAccessibleWidget(widget, QAccessible::List, widget->accessibleName()), m_of(parts) {}
    ~Whole() override {
        for (const QAccessible::Id id : m_ids) QAccessible::deleteAccessibleInterface(id);
    }

    int childCount() const override {
        look();
        return int(m_ids.size()) + QAccessibleWidget::childCount();
    }
    QAccessibleInterface* child(int index) const override {
        if (index < 0) return nullptr;
        if (index >= int(m_ids.size())) look();
        if (index < int(m_ids.size())) return QAccessible::accessibleInterface(m_ids[std::size_t(index)]);
        return QAccessibleWidget::child(index - int(m_ids.size()));
    }
    int indexOfChild(const QAccessibleInterface* child) const override {
        if (const auto* part = dynamic_cast<const Part*>(child)) return part->index();
        const int at = QAccessibleWidget::indexOfChild(child);
        return at < 0 ? at : at + int(m_ids.size());
    }
    QAccessibleInterface* childAt(int x, int y) const override {
        look();
        const QPoint at = widget()->mapFromGlobal(QPoint(x, y));
        for (std::size_t i = m_parts.size(); i-- > 0;) // what is painted last lies on top
            if (m_parts[i].rect.contains(at)) return child(int(i));
        return QAccessibleWidget::childAt(x, y);
    }
    /// Asks the widget again.
    void look() const {
        m_parts = m_of.paintedParts();
        while (m_ids.size() > m_parts.size()) {
            QAccessible::deleteAccessibleInterface(m_ids.back());
            m_ids.pop_back();
        }
        while (m_ids.size() < m_parts.size())
            m_ids.push_back(
                QAccessible::registerAccessibleInterface(new Part(const_cast<Whole&>(*this), int(m_ids.size()))));
    }
    [[nodiscard]] const std::vector<PaintedPart>& parts() const { return m_parts; }
    [[nodiscard]] QWidget* shown() const { return widget(); }

private:
    HasPaintedParts& m_of;
    mutable std::vector<PaintedPart> m_parts;
    mutable std::vector<QAccessible::Id> m_ids;
};

bool Part::isValid() const {
    return m_whole.isValid() && std::size_t(m_index) < m_whole.parts().size();
}
const PaintedPart& Part::part() const {
    static const PaintedPart none;
    return std::size_t(m_index) < m_whole.parts().size() ? m_whole.parts()[std::size_t(m_index)] : none;
}
QAccessibleInterface* Part::parent() const {
    return &m_whole;
}
QString Part::text(QAccessible::Text what) const {
    switch (what) {
    case QAccessible::Name:
        return part().name;
    case QAccessible::Value:
    case QAccessible::Description:
        return part().value;
    default:
        return {};
    }
}
QRect Part::rect() const {
    return {m_whole.shown()->mapToGlobal(part().rect.topLeft()), part().rect.size()};
}
QAccessible::Role Part::role() const {
    return part().role;
}
QAccessible::State Part::state() const {
    QAccessible::State state;
    state.selectable = state.focusable = bool(part().press);
    state.selected = part().chosen;
    state.focused = part().chosen && m_whole.shown()->hasFocus();
    state.readOnly = true;
    state.invisible = !m_whole.shown()->isVisible();
    return state;
}
QStringList Part::actionNames() const {
    return part().press ? QStringList{pressAction()} : QStringList();
}
void Part::doAction(const QString& name) {
    // What is done may change the parts while it runs.
    if (const auto press = part().press; press && name == pressAction()) press();
}

QAccessibleInterface* make(const QString&, QObject* object) {
    auto* widget = qobject_cast<QWidget*>(object);
    auto* parts = widget ? dynamic_cast<HasPaintedParts*>(widget) : nullptr;
    return parts ? new Whole(widget, *parts) : nullptr;
}

} // namespace

void tellPaintedParts() {
    static const bool once = [] {
        QAccessible::installFactory(make);
        return true;
    }();
    (void)once;
}

void tellChosenPart(QWidget* widget) {
    if (!QAccessible::isActive() || !widget->hasFocus()) return;
    auto* whole = dynamic_cast<Whole*>(QAccessible::queryAccessibleInterface(widget));
    if (!whole) return;
    whole->look();
    for (std::size_t i = 0; i < whole->parts().size(); ++i)
        if (whole->parts()[i].chosen) {
            QAccessibleEvent event(whole->child(int(i)), QAccessible::Focus);
            return QAccessible::updateAccessibility(&event);
        }
}

} // namespace yarrin
