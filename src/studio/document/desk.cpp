// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/document/desk.h"

#include "jobs/render.h"

#include "core/guide/edition.h"
#include "core/words/live_values.h"
#include "picture/paint_marks.h"
#include "store/guide_file.h"

#include <algorithm>
#include <QTimer>

namespace hl {
namespace {

constexpr TaskKind kOpening{"open", Lane::Quick, false}, kMeasuring{"measure"}, kPlanning{"plan"},
    kLabelling{"place the labels"}, kLookingOver{"look over the words"}, kPictures{"further pictures"};

struct Read {
    Guide guide;
    std::shared_ptr<const Session> session;
    std::optional<Guide> unsaved;
};

Result<Read> readAll(const std::string& folder) {
    auto guide = readGuide(folder);
    if (!guide) return guide.error();
    auto session = bringUp(guideFile(folder).parent_path(), *guide);
    if (!session) return session.error();
    return Read{std::move(*guide), std::make_shared<const Session>(std::move(*session)), unsavedEdits(folder)};
}

/// Measured between the guide's own bounds; on another lap, or with left and right turned round, from the files on.
Result<std::shared_ptr<const Session>> broughtUpToDate(const std::shared_ptr<const Session>& session, const Guide& g) {
    if (readsAsWished(*session, g)) return std::make_shared<const Session>(measuredAgain(*session, g));
    auto other = bringUp(session->folder, g);
    if (!other) return other.error();
    return std::make_shared<const Session>(std::move(*other));
}

struct Planned {
    std::shared_ptr<const Speeches> speeches;
    std::shared_ptr<const Cut> cut;
};

} // namespace

Desk::Desk(QObject* parent) : QObject(parent), saving_(tasks_), besideLaps_(tasks_) {
    connect(&tasks_, &Tasks::threw, this, &Desk::failed);
    connect(&saving_, &Saving::failed, this, &Desk::failed);
    connect(&saving_, &Saving::saved, this, [this](bool newest) {
        if (newest) history_->markSaved();
        emit changed({.file = true});
        emit saved();
    });
    connect(&besideLaps_, &BesideLaps::changed, this, &Desk::besideChanged);
    connect(&besideLaps_, &BesideLaps::failed, this, &Desk::failed);
    rest_.setSingleShot(true);
    connect(&rest_, &QTimer::timeout, this, &Desk::placeLabels);
    if (auto voice = scratchVoice()) narrator_ = std::move(*voice);
}

void Desk::tell(const Status& s) {
    if (!s) emit failed(QString::fromStdString(sentence(s.error())));
}

void Desk::open(const QString& folder) {
    tasks_.start(
        this, kOpening, [path = folder.toStdString()](const Progress&) { return readAll(path); },
        [this, folder](Result<Read> read) {
            if (!read) {
                emit failed(QString::fromStdString(sentence(read.error())));
                return;
            }
            tasks_.newDocument();
            saving_.begin(folder);
            adopt(std::move(read->guide), read->session);
            if (!read->unsaved) return;
            edit({tr("Edits of an earlier run").toStdString(), [g = *read->unsaved](Guide) { return g; }});
            emit recovered();
        });
}

void Desk::adopt(Guide guide, std::shared_ptr<const Session> session) {
    history_ = std::make_unique<History>(std::move(guide));
    session_ = std::move(session);
    made_ = asEdition(history_->now());
    clock_ = clockOf(history_->now(), *session_);
    cut_ = std::make_shared<Cut>();
    labels_.reset();
    look_ = {};
    speeches_ = std::make_shared<Speeches>();
    besideLaps_.begin(session_);
    corner_ = history_->now().corners.empty() ? CornerId{} : history_->now().corners.front().id;
    emit opened();
    // In a turn of their own, so that the window answers in between.
    QTimer::singleShot(0, this, [this, s = session_] {
        if (s == session_) emit cornerChosen(corner_);
    });
    QTimer::singleShot(0, this, [this, s = session_] {
        if (s == session_) emit besideChanged();
    });
    measureIfMoved();
    replan();
}

void Desk::edit(const Edit& e) {
    if (!history_) return;
    const auto before = guide();
    const auto done = history_->apply(e);
    tell(done);
    if (done) afterEdit(before);
}

void Desk::undo() {
    if (!history_) return;
    const auto before = guide();
    if (history_->undo()) afterEdit(before);
}

void Desk::redo() {
    if (!history_) return;
    const auto before = guide();
    if (history_->redo()) afterEdit(before);
}

void Desk::afterEdit(const Guide& before) {
    made_ = asEdition(guide());
    auto what = changeBetween(before, guide());
    what.file = true;
    if (what.sources) clock_ = clockOf(guide(), *session_);
    saving_.edited(guide(), hasUnsaved());
    if (!cornerWith(guide(), corner_) && !guide().corners.empty()) { // joined or listed away: its neighbour on the road
        const auto* gone = cornerWith(before, corner_);
        corner_ = guide().corners.front().id;
        for (const auto& c : guide().corners)
            if (gone && c.startM <= gone->apexM) corner_ = c.id;
        emit cornerChosen(corner_);
    }
    measureIfMoved();
    readPictures(before);
    // Planned while the views read the guide anew.
    const bool plan = what.spoken() || what.sources || what.format || what.scene || what.markers;
    if (plan) replan();
    emit changed(what);
    if (!plan) lookOverWords();
}

/// Facts follow the bounds. Until the new ones are there a corner that moved has none.
void Desk::measureIfMoved() {
    if (isMeasured(*session_, guide())) {
        tasks_.drop(kMeasuring.name);
        return;
    }
    tasks_.start(
        this, kMeasuring, [s = session_, g = guide()](const Progress&) { return broughtUpToDate(s, g); },
        [this](Result<std::shared_ptr<const Session>> s) {
            if (!s) return tell(s.error());
            const bool otherLap = session_->lap != (*s)->lap || session_->sides != (*s)->sides;
            session_ = std::move(*s);
            besideLaps_.measuredAgain(session_);
            if (otherLap) { // film and road meet elsewhere
                clock_ = clockOf(guide(), *session_);
                replan();
                emit changed({.sources = true});
            }
            emit measured();
            emit changed({.facts = true});
        });
}

namespace {
std::vector<int> lapsTold(const Guide& g) {
    std::vector<int> laps;
    for (const auto& l : g.furtherLaps) laps.push_back(l.lap);
    return laps;
}
} // namespace

/// The further films and the lap laid over, when others are wished.
void Desk::readPictures(const Guide& before) {
    const auto& now = guide();
    const auto sameFile = [](const Film& a, const Film& b) { return a.id == b.id && a.file == b.file; };
    if (std::equal(before.sources.films.begin(), before.sources.films.end(), now.sources.films.begin(),
                   now.sources.films.end(), sameFile) &&
        before.sources.stills == now.sources.stills &&
        (now.furtherLaps.empty() || before.sources.film().tie == now.sources.film().tie) &&
        lapsTold(before) == lapsTold(now) && before.showings.over == now.showings.over)
        return; // ties, cameras and pins are the guide's own
    tasks_.start(
        this, kPictures, [s = session_, g = now](const Progress&) { return withPictures(*s, g); },
        [this](const Session& read) {
            auto s = std::make_shared<Session>(*session_); // it may have been measured anew meanwhile
            s->films = read.films, s->filmFiles = read.filmFiles, s->stills = read.stills,
            s->furtherLaps = read.furtherLaps;
            s->over = read.over, s->overName = read.overName, s->overTrouble = read.overTrouble;
            if (!s->overTrouble.empty()) emit failed(QString::fromStdString(s->overTrouble));
            session_ = std::move(s);
            emit changed({.format = true});
            if (session_->furtherLaps)
                replan(); // their clocks are the plan's
            else
                emit cutChanged();
        });
}

void Desk::takeSeen(const Session& looked) {
    if (!session_) return;
    auto s = std::make_shared<Session>(*session_);
    s->shake = looked.shake, s->bonnet = looked.bonnet, s->followed = looked.followed, s->beside = looked.beside;
    session_ = std::move(s);
    emit changed({.markers = true});
    replan();
}

void Desk::save() {
    if (history_) saving_.save(guide());
}

bool Desk::saveNow() {
    if (!history_) return false;
    const auto done = saving_.saveNow(guide());
    tell(done);
    if (!done) return false;
    history_->markSaved();
    emit changed({.file = true});
    return true;
}

void Desk::choose(CornerId corner) {
    if (corner == corner_ || !isOpen() || !cornerWith(guide(), corner)) return;
    corner_ = corner;
    emit cornerChosen(corner);
}

void Desk::chooseNeighbour(int steps) {
    if (isOpen()) choose(neighbour(guide(), corner_, steps));
}

const CornerFacts* Desk::factsOf(CornerId corner) const {
    const auto* c = isOpen() ? cornerWith(guide(), corner) : nullptr;
    return c ? session_->measured.of(*c) : nullptr;
}

/// What contradicts the lap is read off the interface's thread.
void Desk::lookOverWords() {
    tasks_.start(
        this, kLookingOver,
        [g = guide(), s = session_, cut = cut_, clock = clock_, labels = labels_,
         speeches = speeches_](const Progress&) {
            return lookOver(g, *s, {*cut, clock, labels.get(), *speeches});
        },
        [this](LookedOver l) {
            look_ = std::move(l);
            emit lookedOver();
        });
}

void Desk::replan() {
    cutIsNew_ = labelsAreNew_ = false;
    tasks_.drop(kLabelling.name);
    // While somebody types, what nobody waits for begins when the hands rest.
    constexpr int kRestMs = 250;
    const bool typing = rest_.isActive() || (sincePlan_.isValid() && sincePlan_.elapsed() < kRestMs);
    rest_.setInterval(typing ? kRestMs : 0);
    rest_.stop();
    sincePlan_.start();
    tasks_.start(
        this, kPlanning,
        [g = guide(), s = session_, speak = speaker()](const Progress&) {
            auto speeches = std::make_shared<const Speeches>(speak(g, *s));
            auto cut = std::make_shared<const Cut>(planCut(g, *s, *speeches));
            return Planned{speeches, cut};
        },
        [this](Planned p) {
            speeches_ = std::move(p.speeches);
            cut_ = std::move(p.cut);
            cutIsNew_ = true;
            emit cutChanged();
            rest_.start();
        });
}

/// Looking at every moment of the guide takes longer than planning it: the cut is seen meanwhile, with the labels of
/// the one before.
void Desk::placeLabels() {
    tasks_.start(
        this, kLabelling,
        [g = guide(), s = session_, cut = cut_](const Progress& p) {
            return std::make_shared<const LabelPlan>(labelsFor(g, *s, *cut, p.stop));
        },
        [this](std::shared_ptr<const LabelPlan> labels) {
            labels_ = std::move(labels);
            labelsAreNew_ = true;
            emit labelsChanged();
            lookOverWords();
        });
}

} // namespace hl
