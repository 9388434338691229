// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/bar_layout.h"
#include "core/portfolio/summary.h"

#include <QString>
#include <QWidget>

#include <memory>
#include <optional>
#include <vector>

namespace yarrin {

/// A job at a glance: what a small picture and a line of words need of it.
struct JobGlance {
    struct Bar {
        double from = 0, to = 0; ///< shares of the time from its first work to its last
        Tone tone = Tone::plain;
    };
    std::optional<Error> fault; ///< why it cannot be read
    JobSummary summary;
    std::vector<Bar> bars; ///< of some of its activities, evenly taken, in their order
    std::optional<double> today;
};
/// Reads a file and calculates it. Any thread.
[[nodiscard]] JobGlance glanceAt(const std::string& path);
/// Where it stands, in a line.
[[nodiscard]] QString wordsOf(const JobGlance& glance);

/// The small picture.
class GlancePicture : public QWidget {
public:
    explicit GlancePicture(QWidget* parent = nullptr);
    void setGlance(std::shared_ptr<const JobGlance> glance);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::shared_ptr<const JobGlance> m_glance;
};

} // namespace yarrin
