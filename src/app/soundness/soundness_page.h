// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/agreed_plan.h"
#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/base/waiting.h"
#include "core/soundness/soundness.h"

#include <QWidget>

#include <memory>

class QLabel;
class QListWidget;
class QPushButton;
class QStackedWidget;

namespace yarrin {

class ListPage;

/// How sound the programme is: the fourteen measures with their limits, and lists of what was found, each leading to
/// its row, to be mended or set aside with a reason.
class SoundnessPage : public QWidget {
    Q_OBJECT
public:
    SoundnessPage(Document& document, ViewState& state, QWidget* parent = nullptr);

    /// Checks again; done when the page comes into sight, too.
    void refresh();
    [[nodiscard]] bool isWorking() const { return m_working.isRunning(); }
    [[nodiscard]] const Soundness* found() const { return m_found ? &m_found->soundness : nullptr; }
    /// Shows the measures, or the list of a concern.
    void choose(std::optional<Concern> concern);

signals:
    void revealWanted(ActivityId id);
    void refused(const QString& reason);
    void told(const QString& what);
    void question(const QString& text, const QString& answer, std::function<void()> accepted);

protected:
    void showEvent(QShowEvent* event) override;

private:
    struct Found {
        Soundness soundness;
        QString agreed;
        std::shared_ptr<const Programme> programme;
    };
    [[nodiscard]] QWidget* buildChoice();
    [[nodiscard]] QWidget* buildList();
    void buildMeasures();
    void buildFindings();
    void take(std::shared_ptr<const Found> found);
    void presentChoice();
    void presentRows();
    void showRow();
    [[nodiscard]] std::vector<Finding> chosenFindings(bool all) const;
    void proposeMend(bool all);
    [[nodiscard]] QString whatWouldMove(const Programme& with) const;

    Document& m_document;
    ViewState& m_state;
    std::shared_ptr<const Found> m_found;
    std::vector<std::optional<Concern>> m_choices; ///< by row of the list at the left
    std::optional<Concern> m_concern;
    std::vector<const Finding*> m_rows; ///< of the concern that shows
    QListWidget* m_choice = nullptr;
    QLabel *m_title = nullptr, *m_why = nullptr;
    QStackedWidget* m_pages = nullptr;
    ListPage *m_measures = nullptr, *m_findings = nullptr;
    QPushButton *m_mend = nullptr, *m_mendAll = nullptr;
    bool m_stale = true;
    bool m_filling = false;
    Beside<std::shared_ptr<const Found>> m_working;
};

} // namespace yarrin
