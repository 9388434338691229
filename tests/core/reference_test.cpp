// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A second implementation of docs/engine.md, as plain and slow as the page itself: calendars are lists of minutes,
// every function is looked up in them, and the passes are written down rule by rule without a compiled network. Random
// programmes with progress, constraints, pauses, hammocks and every option must come out the same to the minute.
#include "support/builder.h"
#include "support/random_programme.h"

#include <QTest>

#include <map>

using namespace yarrin;
using namespace yarrin::test;

namespace {

const Instant horizonStart = startOf(dateFrom(2025, 1, 1));
const Instant horizonEnd = startOf(dateFrom(2031, 1, 1));

/// Every minute of six years, counted up.
class Plain {
public:
    explicit Plain(const ResolvedCalendar& c) : dayMinutes(c.dayMinutes) {
        const auto count = std::size_t(horizonEnd - horizonStart);
        std::vector<bool> works(count, false);
        for (Date day = dateOf(horizonStart) + -1; startOf(day) < horizonEnd; day = day + 1)
            for (const Spell& spell : spellsOf(c, day))
                for (int m = spell.from; m < spell.to; ++m) {
                    const Minutes at = startOf(day) + m - horizonStart;
                    if (at >= 0 && at < Minutes(count)) works[std::size_t(at)] = true;
                }
        before.push_back(0);
        for (const bool w : works) before.push_back(before.back() + (w ? 1 : 0));
    }
    static DayWork spellsOf(const ResolvedCalendar& c, Date day) {
        DayWork work = c.week[std::size_t(weekday(day))];
        for (const CalendarException& e : c.exceptions) {
            const auto key = [](Date d) { return std::pair(yearMonthDay(d).month, yearMonthDay(d).day); };
            const auto a = key(e.from), b = key(e.to), d = key(day);
            const bool covers = e.yearly ? (b < a ? d >= a || d <= b : d >= a && d <= b) : e.from <= day && day <= e.to;
            if (covers) work = e.work;
        }
        return work;
    }
    Minutes W(Instant t) const { return before.at(std::size_t(t - horizonStart)); }
    Instant S(Minutes n) const { // the latest t with W(t) = n
        return horizonStart + (std::upper_bound(before.begin(), before.end(), n) - before.begin() - 1);
    }
    Instant F(Minutes n) const { // the earliest t with W(t) = n
        return horizonStart + (std::lower_bound(before.begin(), before.end(), n) - before.begin());
    }
    bool touches(Instant t) const { return W(t) != W(t - 1) || W(t + 1) != W(t); }
    Instant upStart(Instant t) const { return S(W(t)); }
    Instant up(Instant t) const { return touches(t) ? t : S(W(t)); }
    Instant downStart(Instant t) const { return W(t + 1) != W(t) ? t : F(W(t)) - 1; }
    Instant down(Instant t) const { return touches(t) ? t : F(W(t)); }
    Instant shift(Instant t, Minutes L) const { return L == 0 ? t : F(W(t) + L); }
    Instant unshift(Instant t, Minutes L) const { return L == 0 ? t : S(W(t) - L); }

    Minutes dayMinutes;
    std::vector<Minutes> before;
};

const Plain& plainOf(const Programme& p, CalendarId id) {
    // The random programmes share their calendars, so each is counted out once.
    static std::map<std::string, Plain> kept;
    const auto resolved = resolve(p.calendars.rows(), id);
    return kept.try_emplace(resolved->key, *resolved).first->second;
}

struct Row {
    const Activity* a = nullptr;
    const Plain* c = nullptr;
    bool startMs = false, finishMs = false, complete = false, started = false, carries = false;
    Minutes d = 0, n = 0;
    Instant es, ef, rs, xs, xf;
    Minutes tf = 0, ff = 0;
    bool longest = false;
};

class Reference {
public:
    explicit Reference(const Programme& programme) : p(programme) {
        for (const Activity& a : p.activities) rows[a.id] = read(a);
        order();
        for (const ActivityId id : sorted) forward(rows[id]);
        pf = farPast;
        for (const ActivityId id : sorted) pf = std::max(pf, rows[id].ef);
        for (auto id = sorted.rbegin(); id != sorted.rend(); ++id) backward(rows[*id]);
        drive();
        for (auto id = sorted.rbegin(); id != sorted.rend(); ++id) floats(rows[*id]);
    }

    /// Late dates as they are reported.
    static Instant lateStart(const Row& r) {
        if (r.finishMs) return lateFinish(r);
        return r.c->W(r.xs) == r.c->W(r.rs) ? r.rs : r.xs;
    }
    static Instant lateFinish(const Row& r) {
        if (r.startMs) return lateStart(r);
        return r.c->W(r.xf) == r.c->W(r.ef) ? r.ef : r.c->F(r.c->W(r.xf));
    }

    /// Section 6: whether it has late dates, and es, ef, xs, xf as its early and late ones.
    std::pair<Row, bool> hammock(const Activity& a) {
        Row h;
        h.c = &plainOf(p, calendarOf(p, a));
        h.es = h.xs = farFuture;
        h.ef = h.xf = farPast;
        bool open = false;
        const auto moved = [&](Instant t, Minutes lag, bool start) {
            if (lag == 0) return t;
            return start ? h.c->S(h.c->W(t) + lag) : h.c->F(h.c->W(t) + lag);
        };
        const auto late = [&](const Row& r, End end) {
            if (end == End::start) return r.started ? r.es : lateStart(r);
            return r.complete ? r.ef : lateFinish(r);
        };
        for (const Anchor& at : a.from) {
            const Row& r = rows[at.activity];
            h.es = std::min(h.es, moved(at.end == End::start ? r.es : r.ef, at.lag, true));
            h.xs = std::min(h.xs, moved(late(r, at.end), at.lag, true));
        }
        for (const Anchor& at : a.to) {
            const Row& r = rows[at.activity];
            h.ef = std::max(h.ef, moved(at.end == End::start ? r.es : r.ef, at.lag, false));
            h.xf = std::max(h.xf, moved(late(r, at.end), at.lag, false));
            open = open || !r.complete;
        }
        return {h, open};
    }

    const Programme& p;
    std::map<ActivityId, Row> rows;
    std::vector<ActivityId> sorted;
    std::vector<bool> driving;
    Instant pf;

private:
    Row read(const Activity& a) {
        Row r;
        r.a = &a;
        r.c = &plainOf(p, calendarOf(p, a));
        r.startMs = a.kind == ActivityKind::startMilestone;
        r.d = isMilestone(a.kind) || a.kind == ActivityKind::hammock ? 0 : a.duration.value_or(0);
        r.finishMs = !r.startMs && r.d == 0;
        const bool milestone = r.startMs || r.finishMs;
        r.complete = milestone ? a.actualStart || a.actualFinish : a.actualFinish.has_value();
        r.started = r.complete || a.actualStart;
        r.carries = r.started && !r.complete && p.job.outOfSequence == OutOfSequence::carryOn;
        const Minutes left = r.started && !r.complete ? a.remaining.value_or(r.d) : r.d;
        r.n = left;
        for (const Pause& pause : a.pauses)
            if (pause.after > 0 && pause.after < r.d && pause.after > r.d - left && left > 0) r.n += pause.rest;
        return r;
    }
    void order() {
        std::map<ActivityId, int> waiting;
        for (const Link& l : p.links) ++waiting[l.to];
        while (sorted.size() + hammocks() < rows.size())
            for (const auto& [id, row] : rows)
                if (row.a->kind != ActivityKind::hammock && waiting[id] == 0) {
                    waiting[id] = -1;
                    sorted.push_back(id);
                    for (const Link& l : p.links)
                        if (l.from == id) --waiting[l.to];
                }
    }
    std::size_t hammocks() const {
        return std::size_t(std::count_if(p.activities.begin(), p.activities.end(),
                                         [](const Activity& a) { return a.kind == ActivityKind::hammock; }));
    }
    const Plain& lagOf(const Link& l) {
        switch (l.lagCalendar == LagCalendar::standard ? p.job.lagCalendar : l.lagCalendar) {
        case LagCalendar::successor:
            return *rows[l.to].c;
        case LagCalendar::programme:
            return plainOf(p, p.job.defaultCalendar);
        case LagCalendar::continuous:
            return plainOf(p, continuousCalendar);
        default:
            return *rows[l.from].c;
        }
    }
    static bool fromStart(const Link& l) { return l.type == LinkType::ss || l.type == LinkType::sf; }
    static bool toStart(const Link& l) { return l.type == LinkType::fs || l.type == LinkType::ss; }
    Instant dateOfConstraint(const Row& r) const {
        const DateOrInstant& when = r.a->constraint->date;
        if (!when.bareDate) return when.at;
        if (boundsStart(r.a->constraint->type) || r.startMs) {
            const Instant t = r.c->upStart(when.at);
            return dateOf(t) == dateOf(when.at) ? t : when.at;
        }
        const Instant end = when.at + minutesPerDay;
        return r.c->W(end) != r.c->W(when.at) ? r.c->F(r.c->W(end)) : end;
    }
    bool constrained(const Row& r, std::initializer_list<ConstraintType> types) const {
        return r.a->constraint && std::find(types.begin(), types.end(), r.a->constraint->type) != types.end();
    }

    void forward(Row& r) {
        const Activity& a = *r.a;
        if (r.complete) {
            const bool milestone = r.startMs || r.finishMs;
            if (milestone && !(a.kind == ActivityKind::task && a.actualStart && a.actualFinish))
                r.es = r.ef = r.startMs ? a.actualStart.value_or(a.actualFinish.value_or(Instant{}))
                                        : a.actualFinish.value_or(a.actualStart.value_or(Instant{}));
            else
                r.es = a.actualStart.value_or(*a.actualFinish), r.ef = *a.actualFinish;
            r.rs = r.es;
            return;
        }
        Instant ts = r.started ? farPast : p.job.start, tf = farPast;
        if (p.job.dataDate) ts = std::max(ts, *p.job.dataDate);
        if (!r.carries)
            for (const Link& l : p.links) {
                if (l.to != a.id) continue;
                const Row& from = rows[l.from];
                const Instant bound = lagOf(l).shift(fromStart(l) ? from.es : from.ef, l.lag);
                (toStart(l) ? ts : tf) = std::max(toStart(l) ? ts : tf, bound);
            }
        if (!r.started && constrained(r, {ConstraintType::startNotBefore, ConstraintType::startOn}))
            ts = std::max(ts, dateOfConstraint(r));
        if (constrained(r, {ConstraintType::finishNotBefore, ConstraintType::finishOn}))
            tf = std::max(tf, dateOfConstraint(r));
        if (r.startMs)
            r.rs = r.ef = r.c->upStart(std::max(ts, tf));
        else if (r.finishMs || r.n == 0)
            r.rs = r.ef = std::max(ts, tf);
        else {
            r.rs = r.c->upStart(ts);
            r.ef = r.c->F(r.c->W(r.rs) + r.n);
            if (tf > farPast && r.c->up(tf) > r.ef) {
                r.ef = r.c->up(tf);
                if (!a.stretch) r.rs = r.c->S(r.c->W(r.ef) - r.n);
            }
        }
        r.es = r.started ? *a.actualStart : r.rs;
    }

    void backward(Row& r) {
        if (r.complete) return;
        Instant tf = pf, ts = farFuture;
        if (p.job.lateDatesFrom == LateDatesFrom::contract)
            for (const Section& s : p.sections) tf = std::max(tf, startOf(s.completion + s.grantedDays + 1));
        if (p.job.requiredFinish) tf = *p.job.requiredFinish;
        if (p.job.lateDatesFrom == LateDatesFrom::contract)
            for (const Section& s : p.sections)
                if (s.milestone == r.a->id) tf = std::min(tf, startOf(s.completion + s.grantedDays + 1));
        if (constrained(r, {ConstraintType::finishNotAfter, ConstraintType::finishOn}))
            tf = std::min(tf, dateOfConstraint(r));
        if (!r.started && constrained(r, {ConstraintType::startNotAfter, ConstraintType::startOn}))
            ts = dateOfConstraint(r);
        for (const Link& l : p.links) {
            const Row& to = rows[l.to];
            if (l.from != r.a->id || to.complete || to.carries) continue;
            if (fromStart(l) && r.started) continue;
            const Instant bound = lagOf(l).unshift(toStart(l) ? to.xs : to.xf, l.lag);
            (fromStart(l) ? ts : tf) = std::min(fromStart(l) ? ts : tf, bound);
        }
        if (r.startMs)
            r.xs = r.xf = r.c->downStart(std::min(tf, ts));
        else if (r.finishMs || r.n == 0)
            r.xs = r.xf = std::min(tf, ts);
        else {
            r.xf = r.c->down(tf);
            r.xs = r.c->S(r.c->W(r.xf) - r.n);
            if (ts < farFuture && r.c->downStart(ts) < r.xs) {
                r.xs = r.c->downStart(ts);
                const Minutes m = r.c->W(r.xs) + r.n;
                if (!r.a->stretch) r.xf = r.c->S(m) <= r.xf ? r.c->S(m) : r.c->F(m);
            }
        }
    }

    void drive() {
        for (const Link& l : p.links) {
            const Row& to = rows[l.to];
            const Row& from = rows[l.from];
            const Instant bound = lagOf(l).shift(fromStart(l) ? from.es : from.ef, l.lag);
            driving.push_back(!to.complete && !to.carries && to.c->W(bound) == to.c->W(toStart(l) ? to.rs : to.ef));
        }
        for (auto id = sorted.rbegin(); id != sorted.rend(); ++id) {
            rows[*id].longest = rows[*id].longest || rows[*id].ef == pf;
            for (std::size_t i = 0; i < p.links.size(); ++i)
                if (p.links[i].to == *id && driving[i] && rows[*id].longest) rows[p.links[i].from].longest = true;
        }
    }

    void total(Row& r) const {
        r.tf = r.c->W(r.xf) - r.c->W(r.ef);
        if (!r.started) r.tf = std::min(r.tf, r.c->W(r.xs) - r.c->W(r.es));
    }

    void floats(Row& r) {
        if (r.complete) return;
        total(r);
        const auto at = [&](Instant t, bool start) {
            return r.c->W(r.startMs || (start && !r.finishMs) ? r.c->downStart(t) : t);
        };
        r.ff = std::min(r.tf, at(pf, false) - r.c->W(r.ef));
        for (const Link& l : p.links) {
            const Row& to = rows[l.to];
            if (l.from != r.a->id || to.complete || to.carries || (fromStart(l) && r.started)) continue;
            const Instant back = lagOf(l).unshift(toStart(l) ? to.rs : to.ef, l.lag);
            r.ff = std::min(r.ff, at(back, fromStart(l)) - r.c->W(fromStart(l) ? r.es : r.ef));
        }
        r.ff = std::max<Minutes>(0, r.ff);
        bool sections = false;
        for (const Section& s : p.sections) sections = sections || s.milestone == r.a->id;
        if (!r.a->asLate || r.started || sections || r.ff == 0) return;
        const Minutes start = r.c->W(r.es) + r.ff, span = r.c->W(r.ef) - r.c->W(r.es);
        if (r.startMs)
            r.es = r.ef = r.c->S(start);
        else if (r.finishMs)
            r.es = r.ef = r.c->F(start);
        else
            r.es = r.c->S(start), r.ef = r.c->F(start + span);
        r.rs = r.es;
        r.ff = 0;
        total(r);
    }
};

/// A random programme with everything that the page knows.
Programme everything(std::uint32_t seed) {
    RandomShape shape;
    shape.activities = 3 + int(seed % 10);
    Programme p = randomProgramme(seed, shape);
    std::mt19937 random(seed + 1000);
    const auto below = [&](int limit) { return int(random() % std::uint32_t(limit)); };
    const Instant start = p.job.start;
    if (below(3)) p.job.dataDate = start + below(30 * 1440);
    p.job.outOfSequence = below(2) ? OutOfSequence::wait : OutOfSequence::carryOn;
    p.job.lateDatesFrom = below(2) ? LateDatesFrom::contract : LateDatesFrom::programmeFinish;
    p.job.lagCalendar = static_cast<LagCalendar>(1 + below(4));
    if (below(4) == 0) p.job.requiredFinish = start + below(90 * 1440);
    for (std::size_t i = 0; i < p.activities.size(); ++i) {
        Activity a = p.activities[i];
        a.stretch = below(4) == 0;
        a.asLate = below(3) == 0;
        if (below(4) == 0) a.pauses = {{1 + below(3000), 1 + below(2000)}};
        if (p.job.dataDate && below(3) == 0) {
            a.actualStart = start + below(20 * 1440);
            if (below(2))
                a.actualFinish = *a.actualStart + below(10 * 1440);
            else if (below(2))
                a.remaining = below(3000);
        }
        p.activities.replace(i, a);
    }
    if (below(2)) {
        const auto anchor = [&] {
            const auto& at = p.activities[std::size_t(below(int(p.activities.size())))];
            return Anchor{at.id, below(2) ? End::start : End::finish, below(3) ? 0 : below(2000) - 800};
        };
        Activity h;
        h.id = p.activities.freshId();
        h.key = h.name = "H";
        h.kind = ActivityKind::hammock;
        h.calendar = below(2) ? Builder::six : CalendarId{4};
        h.from = {anchor(), anchor()};
        h.to = {anchor(), anchor()};
        p.activities.append(h);
    }
    Section section;
    section.id = SectionId{1};
    section.key = section.name = "S1";
    section.milestone = p.activities[std::size_t(below(3))].id;
    section.completion = dateOf(start) + below(120);
    section.grantedDays = below(10);
    p.sections.append(section);
    return p;
}

QString iso(Instant t) {
    return QString::fromStdString(isoInstant(t));
}

} // namespace

/// What was met on the way, so that the programmes can be told to be worth comparing.
struct Met {
    int calculated = 0, movedLate = 0, negative = 0, hammocks = 0, held = 0;
};

class ReferenceTest : public QObject {
    Q_OBJECT

    /// Compares every figure of a programme; false where one differs, which is then reported.
    static void compare(std::uint32_t seed, const Programme& p, Met& met) {
        const Schedule s = schedule(p);
        if (!s.ok()) return;
        ++met.calculated;
        Reference reference(p);
        const auto where = [&](const Activity& a, const char* what) {
            return qPrintable(
                QStringLiteral("seed %1, %2: %3").arg(seed).arg(QString::fromStdString(a.key), QLatin1String(what)));
        };
        QCOMPARE(iso(*s.programmeFinish), iso(reference.pf));
        for (std::size_t i = 0; i < p.activities.size(); ++i) {
            const ActivityFigures& f = s.activities[i];
            if (p.activities[i].kind == ActivityKind::hammock) {
                const auto [h, open] = reference.hammock(p.activities[i]);
                const bool crossed = h.ef < h.es;
                QVERIFY2(f.earlyStart == h.es, where(p.activities[i], "early start"));
                QVERIFY2(f.earlyFinish == (crossed ? h.es : h.ef), where(p.activities[i], "early finish"));
                QVERIFY2(f.duration == (crossed ? 0 : h.c->W(h.ef) - h.c->W(h.es)), where(p.activities[i], "duration"));
                QVERIFY2(f.lateStart.has_value() == open, where(p.activities[i], "late dates"));
                QVERIFY2(f.totalFloat.has_value() == (open && !crossed), where(p.activities[i], "float"));
                if (open) QVERIFY2(*f.lateStart == h.xs, where(p.activities[i], "late start"));
                if (open) QVERIFY2(*f.lateFinish == (crossed ? h.xs : h.xf), where(p.activities[i], "late finish"));
                if (f.totalFloat)
                    QVERIFY2(*f.totalFloat == h.c->W(h.xf) - h.c->W(h.ef), where(p.activities[i], "float"));
                ++met.hammocks;
                continue;
            }
            const Row& r = reference.rows[f.id];
            QVERIFY2(f.earlyStart == r.es, where(*r.a, "early start"));
            QVERIFY2(f.earlyFinish == r.ef, where(*r.a, "early finish"));
            QVERIFY2(f.onLongestPath == r.longest, where(*r.a, "longest path"));
            QVERIFY2(f.totalFloat.has_value() != r.complete, where(*r.a, "float of what is complete"));
            if (r.complete) continue;
            QVERIFY2(*f.totalFloat == r.tf, where(*r.a, "total float"));
            QVERIFY2(*f.freeFloat == r.ff, where(*r.a, "free float"));
            QVERIFY2(f.remainingStart.has_value() == r.started, where(*r.a, "remaining start"));
            QVERIFY2(*f.lateStart == Reference::lateStart(r), where(*r.a, "late start"));
            QVERIFY2(*f.lateFinish == Reference::lateFinish(r), where(*r.a, "late finish"));
            met.movedLate += r.a->asLate ? 1 : 0;
            met.negative += r.tf < 0 ? 1 : 0;
            // Work whose finish a link holds back beyond where the work alone would end.
            met.held += r.a->kind == ActivityKind::task && !r.started && r.c->F(r.c->W(r.es) + *r.a->duration) < r.ef;
        }
        for (std::size_t i = 0; i < p.links.size(); ++i)
            QVERIFY2(s.driving[i] == reference.driving[i],
                     qPrintable(QStringLiteral("seed %1 link %2").arg(seed).arg(i)));
    }

private slots:
    void everyFigureIsThatOfTheSlowSecondImplementation() {
        Met met;
        for (std::uint32_t seed = 1; seed <= 3000 && !QTest::currentTestFailed(); ++seed)
            compare(seed, everything(seed), met);
        QVERIFY(met.calculated > 2500 && met.movedLate > 2000 && met.negative > 2000 && met.hammocks > 1000);
    }

    /// Wide networks of plain work on few calendars: here the passes take many activities at once, with links of every
    /// type and lag between them, starts limited by links, and finishes that links hold back.
    void wideNetworksAreThoseOfTheSlowOneToo() {
        Met met;
        for (std::uint32_t seed = 1; seed <= 120 && !QTest::currentTestFailed(); ++seed) {
            RandomShape shape;
            shape.activities = 150 + int(seed % 100);
            shape.linksPerActivity = 0.8 + 0.01 * double(seed % 60);
            shape.constraints = false;
            shape.milestones = seed % 2 == 0;
            Programme p = randomProgramme(seed, shape);
            if (seed % 3 == 0) p.job.dataDate = p.job.start + Minutes(seed % 17) * 1000;
            if (seed % 5 == 0) p.job.requiredFinish = p.job.start + 12 * 1440;
            compare(seed, p, met);
        }
        QVERIFY2(met.calculated > 110 && met.held > 200 && met.negative > 500,
                 qPrintable(QStringLiteral("%1 %2 %3").arg(met.calculated).arg(met.held).arg(met.negative)));
    }
};

QTEST_APPLESS_MAIN(ReferenceTest)
#include "reference_test.moc"
