// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QFrame>
#include <QStringList>

#include <functional>
#include <vector>

class QComboBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace yarrin {

/// What a picker is opened for.
struct PickerAsk {
    QString title;
    QStringList kinds; ///< of what is made with each activity that is picked
    int kind = 0;      ///< the one to begin with
    QString lag;       ///< what the lag's field says while it is empty
    QString accept;    ///< what the button says
    std::function<bool(const Activity&)> offers;
    std::function<Outcome(const std::vector<ActivityId>&, int kind, const std::string& lag)> take;
};

/// Activities picked by typing: what is typed filters ids and names, Enter takes the marked one and makes room for the
/// next word, Enter with nothing typed is the end of it, Backspace there takes the last one back. Escape leaves nothing
/// behind; what is refused is said in it.
class Picker : public QFrame {
    Q_OBJECT
public:
    Picker(Document& document, PickerAsk ask, QWidget* parent);

    /// Opens it at a point of the screen, where it has room.
    void openAt(const QPoint& at);
    [[nodiscard]] const std::vector<ActivityId>& picked() const { return m_picked; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void filter();
    void pick(ActivityId id);
    void tell();
    void finish();
    [[nodiscard]] bool matches(const Activity& activity, const std::vector<std::string>& words) const;

    Document& m_document;
    PickerAsk m_ask;
    QLineEdit* m_words;
    QListWidget* m_list;
    QComboBox* m_kind;
    QLineEdit* m_lag;
    QLabel* m_chosen;
    QPushButton* m_accept;
    std::vector<ActivityId> m_picked;
};

} // namespace yarrin
