// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/markers/markers_page.h"

#include "core/guide/marker_edits.h"
#include "core/guide/showing_edits.h"
#include "core/mark/mark_kind.h"
#include "core/words/draft.h"
#include "jobs/look.h"
#include "jobs/things.h"
#include "studio/widgets/style.h"
#include "studio/widgets/topic_name.h"

#include <algorithm>
#include <QHBoxLayout>
#include <QMenu>
#include <QVBoxLayout>

namespace hl {
namespace {

constexpr TaskKind kLooking{"look at film", Lane::Long}, kFollowing{"follow", Lane::Long},
    kSolving{"camera", Lane::Quick}, kFinding{"find camera", Lane::Long};

struct Followed {
    FollowedPath path;
    std::optional<OnRoad> place; ///< of the thing, where its sights meet
};

/// The usual marks of a corner, as a draft of it has them, of the kinds that it has none of.
std::vector<Marker> usualMarks(const Guide& g, const Session& s, const GuideCorner& corner) {
    auto bare = g;
    for (auto& c : bare.corners) c.markers.clear(), c.beats.clear(), c.advice.clear();
    const auto draft =
        withDraft(bare, {s.trace, s.measured.corners, s.measured.facts, s.trackOrNull(), s.measured.sidesKnown});
    std::vector<Marker> out;
    if (const auto* drafted = cornerNumbered(draft, corner.number))
        for (auto m : drafted->markers) {
            const bool has = std::any_of(corner.markers.begin(), corner.markers.end(),
                                         [&](const Marker& x) { return x.kind == m.kind; });
            if (const auto* on = std::get_if<OnReference>(&m.at)) { // the draft's references are its own
                const auto* r = referenceWith(draft, on->reference);
                const auto mine = r ? referenceNamed(g, r->label, r->atM) : ReferenceId{};
                if (!mine) continue;
                m.at = OnReference{mine, on->offsetM};
            }
            m.id = {};
            if (!has) out.push_back(std::move(m));
        }
    return out;
}

} // namespace

MarkersPage::MarkersPage(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), player_(player), hand_(new PictureHand(desk, player, this)), title_(headline({})),
      cameraText_(quiet({})), wishText_(quiet({})), marks_(new MarksList(desk)), fields_(new MarkFields(desk)),
      setMark_(plainButton(tr("Set a mark"))) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 14, 10, 8);
    column->setSpacing(6);
    fillPalette();
    auto* head = new QHBoxLayout;
    head->setSpacing(6);
    auto* propose = lampButton(tr("Propose"));
    propose->setObjectName(QStringLiteral("proposeMarks"));
    propose->setToolTip(tr("The usual marks from what was measured and advised (P)"));
    connect(propose, &QPushButton::clicked, this, &MarkersPage::propose);
    head->addWidget(title_, 1);
    head->addWidget(setMark_);
    head->addWidget(propose);
    column->addLayout(head);
    constexpr int kFewRows = 90; // px; it scrolls by itself
    marks_->setMinimumHeight(kFewRows);
    marks_->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Ignored);
    column->addWidget(marks_, 1);
    column->addWidget(fields_);
    column->addWidget(buildCamera());
    connect(marks_, &MarksList::markChosen, this, &MarkersPage::choose);
    connect(fields_, &MarkFields::removeWanted, this, &MarkersPage::removeChosen);
    connect(&desk_, &Desk::cornerChosen, this, &MarkersPage::refresh);
    connect(&desk_, &Desk::opened, this, &MarkersPage::refresh);
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.markers || what.corners || what.sources || what.facts || what.advice) refresh();
    });
    connect(&player_, &Player::moved, this, [this] {
        if (hand_->pinning() && !player_.playing()) hand_->wishAgain();
    });
    connectHand();
    refresh();
}

void MarkersPage::fillPalette() {
    setMark_->setObjectName(QStringLiteral("setMark"));
    setMark_->setAccessibleName(tr("Set a mark: choose a kind, then click its place in the picture"));
    auto* menu = new QMenu(setMark_);
    const auto add = [&](const MarkKind* kind) {
        const auto name = QString::fromUtf8(kind->name.data(), static_cast<qsizetype>(kind->name.size()));
        auto* a = menu->addAction(kind->onThing ? tr("%1 on a thing").arg(name) : name, this,
                                  [this, kind] { hand_->arm(kind); });
        a->setObjectName(QStringLiteral("kind-") +
                         QString::fromUtf8(kind->key.data(), static_cast<qsizetype>(kind->key.size())));
    };
    for (const auto topic : kTopics) { // by the rows of the corner sheet
        bool headed = false;
        for (const auto* kind : markKinds()) {
            if (kind->illustrates.empty() || kind->illustrates.front() != topic) continue;
            if (!std::exchange(headed, true)) menu->addSection(topicName(topic));
            add(kind);
        }
    }
    menu->addSeparator();
    menu->addAction(tr("keep a part clear (H)"), this, &MarkersPage::armKeepClear)
        ->setObjectName(QStringLiteral("keepClear"));
    menu->addAction(tr("take the last kept part back"), this, [this] {
        if (!desk_.isOpen()) return;
        const auto& film = desk_.guide().sources.film();
        if (film.keepClear.empty()) return emit said(tr("No part of the film is kept clear."), false);
        edit(tr("Part not kept clear"), [id = film.id, last = film.keepClear.size() - 1](Guide g) {
            return withoutKeptClear(std::move(g), id, last);
        });
    });
    setMark_->setMenu(menu);
}

QWidget* MarkersPage::buildCamera() {
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(2);
    cameraText_->setWordWrap(true);
    wishText_->setWordWrap(true);
    pins_ = plainButton(tr("Click pins"));
    pins_->setObjectName(QStringLiteral("clickPins"));
    pins_->setCheckable(true);
    pins_->setToolTip(tr("Click features of the road where they really are; the camera follows from them (C)"));
    back_ = plainButton(tr("Pin back"));
    back_->setObjectName(QStringLiteral("pinBack"));
    find_ = plainButton(tr("Find in film"));
    find_->setObjectName(QStringLiteral("findCamera"));
    find_->setToolTip(tr("From the road's edges as the whole film shows them, and from the pins"));
    connect(pins_, &QPushButton::clicked, this, &MarkersPage::setPinning);
    connect(back_, &QPushButton::clicked, this, &MarkersPage::takePinBack);
    connect(find_, &QPushButton::clicked, this, [this] { solve(desk_.guide().sources.film().pins, true); });
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    for (auto* b : {pins_, back_, find_}) row->addWidget(b);
    column->addWidget(cameraText_);
    column->addWidget(wishText_);
    column->addLayout(row);
    return box;
}

void MarkersPage::connectHand() {
    connect(hand_, &PictureHand::markChosen, this, &MarkersPage::choose);
    connect(hand_, &PictureHand::markDragged, this, [this](MarkerId mark, double alongM, double leftM) {
        edit(tr("Mark moved"), [=](Guide g) { return withMarkerMoved(std::move(g), mark, alongM, leftM); });
    });
    connect(hand_, &PictureHand::placeClicked, this, &MarkersPage::addMark);
    connect(hand_, &PictureHand::pinClicked, this, &MarkersPage::addPin);
    connect(hand_, &PictureHand::zoneDrawn, this, [this](const KeepClear& zone) {
        const auto film = desk_.guide().sources.film().id;
        edit(tr("Part kept clear"), [film, zone](Guide g) { return withKeptClear(std::move(g), film, zone); });
        emit said(tr("Nothing will be laid over this part of the film."), false);
    });
    connect(hand_, &PictureHand::nothingThere, this, [this](const QString& why) { emit said(why, true); });
    connect(hand_, &PictureHand::looked, this, [this] {
        refreshCamera();
        emit player_.pictureReady();
    });
}

void MarkersPage::edit(const QString& what, std::function<Guide(Guide)> change) {
    if (desk_.isOpen()) desk_.edit({what.toStdString(), std::move(change)});
}

void MarkersPage::refresh() {
    marks_->refresh();
    const auto* c = desk_.chosen();
    title_->setText(c ? QString::fromStdString(title(*c)) : tr("Marks"));
    fields_->show(marks_->chosen());
    hand_->setChosen(marks_->chosen());
    refreshCamera();
}

void MarkersPage::refreshCamera() {
    const bool open = desk_.isOpen();
    for (auto* b : {pins_, find_}) b->setEnabled(open && desk_.session().roadOrNull());
    back_->setEnabled(open && !desk_.guide().sources.film().pins.empty());
    pins_->setChecked(hand_->pinning());
    if (!open) return cameraText_->setText({});
    const auto& film = desk_.guide().sources.film();
    const auto& c = film.camera;
    const auto pins = static_cast<int>(film.pins.size());
    if (c.assumed)
        cameraText_->setText(
            tr("The camera is assumed: marks may stand beside their places. Click pins, or find it in the film."));
    else if (c.method.empty())
        cameraText_->setText(tr("The camera was told: %1 degrees wide, %2 m above the road.")
                                 .arg(deg(c.hfovRad), 0, 'f', 1)
                                 .arg(c.heightM, 0, 'f', 2));
    else
        cameraText_->setText(tr("Camera fits within %1 px \u00b7 %2 \u00b7 %3 degrees wide, %4 m up")
                                 .arg(c.residualPx, 0, 'f', 1)
                                 .arg(pins == 1 ? tr("1 pin") : tr("%1 pins").arg(pins))
                                 .arg(deg(c.hfovRad), 0, 'f', 1)
                                 .arg(c.heightM, 0, 'f', 2));
    wishText_->setVisible(hand_->pinning() || hand_->armed());
    if (hand_->armed())
        wishText_->setText(hand_->armed()->onThing
                               ? tr("Click the thing in the picture: the mark will follow it. X for nothing.")
                               : tr("Click the place on the road. X for nothing."));
    else
        wishText_->setText(hand_->wish()
                               ? tr("Next pin: %1. N for another.").arg(QString::fromStdString(hand_->wish()->name))
                               : tr("No feature is in sight here: go on in the film."));
}

void MarkersPage::choose(MarkerId mark) {
    marks_->choose(mark);
    fields_->show(mark);
    hand_->setChosen(mark);
    emit player_.pictureReady();
}

void MarkersPage::chooseNext(int steps) {
    if (marks_->rowCount() == 0) return;
    marks_->setCurrentCell(std::clamp(marks_->currentRow() + steps, 0, marks_->rowCount() - 1), 0);
}

void MarkersPage::nudge(double alongM, double leftM) {
    const auto mark = marks_->chosen();
    if (mark) edit(tr("Mark moved"), [=](Guide g) { return withMarkerMoved(std::move(g), mark, alongM, leftM); });
}

void MarkersPage::removeChosen() {
    const auto mark = marks_->chosen();
    if (mark) edit(tr("Mark taken away"), [mark](Guide g) { return withoutMarker(std::move(g), mark); });
}

void MarkersPage::propose() {
    const auto* c = desk_.chosen();
    if (!c) return;
    auto usual = usualMarks(desk_.guide(), desk_.session(), *c);
    if (usual.empty()) return emit said(tr("This corner has all its usual marks."), false);
    const auto count = static_cast<int>(usual.size());
    edit(tr("Marks proposed"), [id = c->id, usual = std::move(usual)](Guide g) {
        for (const auto& m : usual) g = withMarker(std::move(g), id, m);
        return g;
    });
    emit said(count == 1 ? tr("1 mark proposed.") : tr("%1 marks proposed.").arg(count), false);
}

void MarkersPage::addMark(const MarkKind* kind, const Anchor& at) {
    const auto* c = desk_.chosen();
    if (!c) return;
    Marker m;
    m.kind = kind->key, m.at = at;
    m.label = kind->wordless ? "" : std::string(kind->name);
    if (!kind->ways.empty()) m.way = kind->ways.front();
    if (const auto* on = std::get_if<OnReference>(&at)) m.label = referenceWith(desk_.guide(), on->reference)->label;
    if (kind->onThing && std::holds_alternative<InFilm>(at)) m.label = tr("look for this").toStdString();
    const MarkerId id{desk_.guide().nextId};
    edit(tr("Mark set"), [corner = c->id, m](Guide g) { return withMarker(std::move(g), corner, m); });
    choose(id);
    if (std::holds_alternative<InFilm>(at)) follow(id);
    emit hand_->looked();
}

void MarkersPage::follow(MarkerId mark) {
    const auto* m = markerWith(desk_.guide(), mark);
    if (!m) return;
    emit said(tr("Following it through the film\u2026"), false);
    desk_.tasks().start(
        this, TaskKind{kFollowing.name, kFollowing.lane, true, mark.value}, // each thing beside the others
        [g = desk_.guide(), s = desk_.sharedSession(), m = *m](const Progress& p) -> Result<Followed> {
            auto path = followMarker(g, *s, m, p);
            if (!path) return path.error();
            const auto place = thingOnRoad(g, *s, *path);
            return Followed{std::move(*path), place};
        },
        [this, mark](Result<Followed> thing) {
            if (!thing) return emit said(QString::fromStdString(sentence(thing.error())), true);
            auto s = desk_.session();
            auto things = s.followed ? *s.followed : FollowedThings{};
            things[mark] = std::move(thing->path);
            s.followed = std::make_shared<const FollowedThings>(std::move(things));
            desk_.takeSeen(s);
            if (thing->place)
                edit(tr("Thing placed"),
                     [mark, at = *thing->place](Guide g) { return withThing(std::move(g), mark, at); });
            if (const auto* m = markerWith(desk_.guide(), mark)) emit said(whereText(desk_, *m), false);
        });
}

void MarkersPage::armKeepClear() {
    if (!desk_.isOpen()) return;
    hand_->armZone();
    emit said(tr("Drag over the part of the film that is to be kept clear: a display, a face. X for nothing."), false);
}

void MarkersPage::setPinning(bool on) {
    player_.pause();
    hand_->setPinning(on);
}

void MarkersPage::disarm() {
    hand_->arm(nullptr);
    hand_->setPinning(false);
}

void MarkersPage::addPin(const CameraPin& pin) {
    auto pins = desk_.guide().sources.film().pins;
    pins.push_back(pin);
    solve(std::move(pins), false);
}

void MarkersPage::takePinBack() {
    auto pins = desk_.guide().sources.film().pins;
    if (pins.empty()) return;
    pins.pop_back();
    if (!pins.empty()) return solve(std::move(pins), false);
    edit(tr("Pin taken away"), [](Guide g) {
        auto camera = g.sources.film().camera;
        camera.assumed = true;
        return withCamera(std::move(g), camera, {});
    });
}

void MarkersPage::solve(std::vector<CameraPin> pins, bool withFilm) {
    if (withFilm) emit said(tr("Looking for the camera in the whole film\u2026"), false);
    desk_.tasks().start(
        this, withFilm ? kFinding : kSolving,
        [g = desk_.guide(), s = desk_.sharedSession(), pins, withFilm](const Progress& p) {
            return withFilm ? findCamera(g, *s, pins, p) : cameraFromPins(g, *s, pins);
        },
        [this, pins](Result<CameraFit> fit) {
            if (!fit) return emit said(QString::fromStdString(sentence(fit.error())), true);
            edit(tr("Camera"),
                 [camera = fit->camera, pins](Guide g) { return withCamera(std::move(g), camera, pins); });
            std::vector<double> residuals;
            for (const auto& p : fit->pins) residuals.push_back(p.residualPx);
            hand_->setFit(std::move(residuals));
            hand_->wishAgain();
            const auto wrong = std::count_if(fit->pins.begin(), fit->pins.end(), [](const auto& p) { return p.wrong; });
            if (wrong > 0)
                emit said(wrong == 1 ? tr("1 pin does not fit the others and was not believed.")
                                     : tr("%1 pins do not fit the others and were not believed.").arg(wrong),
                          true);
            else
                emit said(fit->sure ? tr("The camera fits within %1 px.").arg(fit->medianPx, 0, 'f', 1)
                                    : tr("The camera fits within %1 px, but more pins would make it sure.")
                                          .arg(fit->medianPx, 0, 'f', 1),
                          false);
        });
}

void MarkersPage::lookAtFilm() {
    if (!desk_.isOpen() || isLookedAt(desk_.session(), desk_.guide()) || desk_.tasks().running(kLooking.name)) return;
    desk_.tasks().start(
        this, kLooking,
        [g = desk_.guide(), s = desk_.sharedSession()](const Progress& p) { return lookedAtFilm(*s, g, p); },
        [this](Result<Session> s) {
            if (s) desk_.takeSeen(*s);
        });
}

} // namespace hl
