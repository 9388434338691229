// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/contract_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/words.h"
#include "edit/activity_edits.h"
#include "edit/forget.h"
#include "edit/typed.h"

#include <algorithm>
#include <array>
#include <charconv>

namespace yarrin {

namespace {

template <typename Change> Outcome changeJob(Transaction& tx, Change apply) {
    Job job = tx.programme().job;
    if (std::optional<Error> fault = apply(job)) return *fault;
    tx.setJob(std::move(job));
    return done();
}

Fault setMilestone(const Programme& programme, Section& section, std::string_view key) {
    if (key.empty()) {
        section.milestone = {};
        return {};
    }
    for (const Activity& activity : programme.activities)
        if (activity.key == key) {
            if (activity.kind == ActivityKind::hammock)
                return inputError(worded("a hammock cannot complete a section"), worded("choose a milestone"));
            section.milestone = activity.id;
            return {};
        }
    return inputError(worded("there is no activity %1", key),
                      worded("choose the milestone that completes the section"));
}

} // namespace

Outcome setTitle(Transaction& tx, std::string_view title) {
    return changeJob(tx, [&](Job& job) -> Fault {
        if (trimmedView(title).empty()) return inputError(worded("a job needs a name"));
        job.title = trimmedView(title);
        return {};
    });
}

Outcome setStart(Transaction& tx, std::string_view text) {
    const auto date = parseTypedDate(text);
    if (!date.ok()) return date.error();
    return changeJob(tx, [&](Job& job) -> Fault {
        const Minutes clock = job.start - startOf(dateOf(job.start));
        job.start = startOf(*date) + clock;
        return {};
    });
}

Outcome setRequiredFinish(Transaction& tx, std::string_view text) {
    return changeJob(tx, [&](Job& job) -> Fault {
        job.requiredFinish.reset();
        if (trimmedView(text).empty()) return {};
        const auto date = parseTypedDate(text);
        if (!date.ok()) return date.error();
        job.requiredFinish = startOf(*date + 1);
        return {};
    });
}

Outcome setCurrency(Transaction& tx, std::string_view code) {
    const std::string letters = raised(trimmedView(code));
    if (letters.size() != 3 ||
        !std::all_of(letters.begin(), letters.end(), [](char c) { return c >= 'A' && c <= 'Z'; }))
        return inputError(worded("\"%1\" is not a currency", code),
                          worded("write its three letters, as in GBP or EUR"));
    return changeJob(tx, [&](Job& job) -> Fault {
        job.currency = letters;
        return {};
    });
}

Outcome setJobSum(Transaction& tx, JobSum which, std::string_view text) {
    return changeJob(tx, [&](Job& job) -> Fault {
        switch (which) {
        case JobSum::contractSum:
            return readSum(job.contractSum, text, worded("a contract sum"));
        case JobSum::damagesCap:
            return readSum(job.damagesCap, text, worded("a cap"));
        case JobSum::damagesCapShare:
            return readShare(job.damagesCapShare, text);
        case JobSum::interestRate:
            return readShare(job.interestRate, text);
        case JobSum::tenderOverhead:
            return readShare(job.tenderOverhead, text);
        case JobSum::companyOverhead:
            return readSum(job.companyOverhead, text, worded("an overhead"));
        case JobSum::companyTurnover:
            return readSum(job.companyTurnover, text, worded("a turnover"));
        case JobSum::billedHere:
            return readSum(job.billedHere, text, worded("what was billed"));
        case JobSum::billedInAll:
            return readSum(job.billedInAll, text, worded("what was billed"));
        case JobSum::overheadInAll:
            return readSum(job.overheadInAll, text, worded("an overhead"));
        }
        return {};
    });
}

Outcome setPeriod(Transaction& tx, Period which, std::string_view text) {
    return changeJob(tx, [&](Job& job) -> Fault {
        std::optional<int>& days = which == Period::notice        ? job.noticeDays
                                   : which == Period::particulars ? job.particularsDays
                                   : which == Period::update      ? job.updateDays
                                                                  : job.tooOldDays;
        return readDays(days, text, which == Period::update ? 1 : 0, 3650);
    });
}

Outcome setConcurrency(Transaction& tx, ConcurrencyRule rule) {
    return changeJob(tx, [&](Job& job) -> Fault {
        job.concurrency = rule;
        return {};
    });
}

Outcome setParticularsFrom(Transaction& tx, ParticularsFrom from) {
    return changeJob(tx, [&](Job& job) -> Fault {
        job.particularsFrom = from;
        return {};
    });
}

Outcome setJobSwitch(Transaction& tx, JobSwitch which, bool on) {
    return changeJob(tx, [&](Job& job) -> Fault {
        switch (which) {
        case JobSwitch::causesOnly:
            job.causesOnly = on;
            break;
        case JobSwitch::neutralPaid:
            job.neutralPaid = on;
            break;
        case JobSwitch::noticeIsCondition:
            job.noticeIsCondition = on;
            break;
        case JobSwitch::barredCount:
            job.barredCount = on;
            break;
        }
        return {};
    });
}

Outcome setBaseline(Transaction& tx, std::string_view revision) {
    return changeJob(tx, [&](Job& job) -> Fault {
        job.baseline = trimmedView(revision);
        return {};
    });
}

Outcome setLeftOut(Transaction& tx, std::string_view revision, bool out) {
    return changeJob(tx, [&](Job& job) -> Fault {
        std::vector<std::string> list = leftOutOf(job);
        const std::string key = trimmed(revision);
        if (key.find(';') != std::string::npos)
            return inputError(worded("a revision with a semicolon in its letter stays in"));
        std::erase(list, key);
        if (out && !key.empty()) list.push_back(key);
        std::sort(list.begin(), list.end());
        job.leftOut.clear();
        for (const std::string& one : list) job.leftOut += (job.leftOut.empty() ? "" : "; ") + one;
        return {};
    });
}

Outcome setNearDays(Transaction& tx, std::string_view text) {
    return changeJob(tx, [&](Job& job) -> Fault {
        text = trimmedView(text);
        const auto days = text.empty() ? std::optional<int>(0) : wholeNumber(std::string(text));
        if (!days || *days < 0 || *days > mostNearDays)
            return inputError(worded("near paths lie within a whole number of days, 365 at most"));
        job.nearDays = *days;
        return {};
    });
}

Outcome setLateDatesFrom(Transaction& tx, LateDatesFrom from) {
    return changeJob(tx, [&](Job& job) -> Fault {
        job.lateDatesFrom = from;
        return {};
    });
}

Result<SectionId> addSection(Transaction& tx) {
    const Programme& programme = tx.programme();
    Section section;
    section.id = programme.sections.freshId();
    section.key = freshKey(programme.sections, "S");
    section.name = worded("Section %1", section.key.substr(1));
    section.completion = dateOf(programme.job.start) + 364;
    const SectionId id = section.id;
    tx.append(std::move(section));
    return id;
}

Outcome removeSection(Transaction& tx, SectionId id) {
    if (!tx.programme().sections.row(id)) return inputError(worded("the section is no longer there"));
    forget<SectionId>(tx, std::span(&id, 1));
    tx.erase<Section>(id);
    return done();
}

namespace {

/// Its sums and days.
Fault readTerm(Section& section, SectionField field, std::string_view text) {
    std::optional<Decimal> sum;
    std::optional<int> days;
    Fault fault;
    switch (field) {
    case SectionField::rate:
        fault = readSum(sum, text, worded("a rate of damages"));
        section.rate = sum.value_or(Decimal(0));
        return fault;
    case SectionField::cap:
        return readSum(section.cap, text, worded("a cap"));
    case SectionField::grace:
        fault = readDays(days, text, 0, 36500);
        section.graceDays = days.value_or(0);
        return fault;
    case SectionField::granted:
        fault = readDays(days, text, 0, 36500);
        section.grantedDays = days.value_or(0);
        return fault;
    case SectionField::bonus:
        return readSum(section.bonus, text, worded("a bonus"));
    case SectionField::bonusCap:
        return readSum(section.bonusCap, text, worded("a cap"));
    default:
        return readDate(section.takenOver, text);
    }
}

Fault readInto(Section& section, const Programme& programme, SectionField field, std::string_view text) {
    switch (field) {
    case SectionField::key:
        return takeKey(programme.sections, section, text);
    case SectionField::name:
        if (text.empty()) return inputError(worded("a section needs a name"));
        section.name = text;
        return {};
    case SectionField::milestone:
        return setMilestone(programme, section, text);
    case SectionField::completion:
        return readDay(section.completion, text);
    case SectionField::per:
        return choose(section.per, text);
    case SectionField::part:
        return choose(section.part, text);
    default:
        return readTerm(section, field, text);
    }
}

} // namespace

Outcome setSectionField(Transaction& tx, SectionId id, SectionField field, std::string_view text) {
    const Section* row = tx.programme().sections.row(id);
    if (!row) return inputError(worded("the section is no longer there"));
    Section section = *row;
    if (Fault fault = readInto(section, tx.programme(), field, trimmedView(text))) return *fault;
    tx.set(std::move(section));
    return done();
}

} // namespace yarrin
