// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/reports/report.h"
#include "core/base/result.h"

#include <QStringList>

namespace yarrin {

/// A report as Markdown, its charts as SVG in files beside it that are called after it. All of it, or nothing; what was
/// written.
[[nodiscard]] Result<QStringList> writeMarkdown(const Report& report, const QString& path);
/// The text alone, with the names of its pictures.
[[nodiscard]] QString markdownOf(const Report& report, const QStringList& pictures);
/// Its tables as Office Open XML with live sums and charts of its own, or as text (.csv).
[[nodiscard]] Result<QStringList> writeTablesOf(const Report& report, const QString& path);

} // namespace yarrin
