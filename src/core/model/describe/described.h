// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/build_up.h"
#include "core/model/describe/chance.h"
#include "core/model/describe/contract.h"
#include "core/model/describe/labour.h"
#include "core/model/describe/sheets.h"
#include "core/model/describe/soundness.h"
#include "core/model/describe/works.h"
