// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/playback/player.h"

#include "core/cut/between.h"
#include "core/cut/lap_shown.h"
#include "jobs/lens.h"
#include "studio/document/lane_threads.h"

#include <algorithm>
#include <chrono>

namespace hl {
namespace {
constexpr int kTickMs = 20;

double steadySeconds() {
    return std::chrono::duration<double>(std::chrono::steady_clock::now().time_since_epoch()).count();
}
} // namespace

Player::Player(Desk& desk, QObject* parent)
    : QObject(parent), desk_(desk), source_(new FrameSource), otherFull_(thread_), otherInset_(thread_), still_(desk),
      clock_(steadySeconds), sound_(desk), proxy_(desk) {
    source_->moveToThread(&thread_);
    connect(&thread_, &QThread::finished, source_, &QObject::deleteLater);
    connect(source_, &FrameSource::ready, this, [this](const QImage& picture) {
        picture_ = picture;
        emit pictureReady();
    });
    connect(source_, &FrameSource::endsEarly, this, [this](double lastS, double lengthS) {
        emit filmTold(tr("The film breaks off at %1 s of %2 s; what is there is used.")
                          .arg(lastS, 0, 'f', 1)
                          .arg(lengthS, 0, 'f', 1));
    });
    for (auto* other : {&otherFull_, &otherInset_}) connect(other, &OtherFilm::ready, this, &Player::pictureReady);
    connect(&still_, &StillInPicture::ready, this, &Player::pictureReady);
    constexpr int kPlansGoFirst = 6; // a picture too few is not seen, a keystroke that hangs is felt
    connect(&thread_, &QThread::started, source_, [] { giveWay(kPlansGoFirst); });
    thread_.start();
    timer_.setInterval(kTickMs);
    timer_.setTimerType(Qt::PreciseTimer);
    connect(&timer_, &QTimer::timeout, this, &Player::tick);
    connect(&proxy_, &ProxyMaking::filmTold, this, &Player::filmTold);
    connect(&proxy_, &ProxyMaking::ready, source_, &FrameSource::openProxy);
    connect(&sound_, &PlaySound::slowedReady, this, [this] {
        if (playing() && mode_ == Mode::Footage) startHere();
    });
    connect(&sound_, &PlaySound::filmReady, this, [this] {
        if (mode_ == Mode::Guide) sound_.mixWhenStale();
    });
    connect(&sound_, &PlaySound::guideReady, this, [this] {
        if (playing() && mode_ == Mode::Guide) startHere();
    });
    connect(source_, &FrameSource::cannotOpen, this, &Player::filmTold);
    connect(&desk_, &Desk::opened, this, &Player::openFilm);
    connect(&desk_, &Desk::cutChanged, this, [this] {
        guideS_ = std::min(guideS_, length());
        sound_.cutChanged();
        const bool typing = rest_.isActive();
        if (mode_ == Mode::Guide) rest_.start();
        if (!typing) show(); // else when the hands rest: the plan comes first
    });
    constexpr int kRestMs = 250;
    rest_.setSingleShot(true);
    rest_.setInterval(kRestMs);
    connect(&rest_, &QTimer::timeout, this, [this] {
        if (mode_ == Mode::Guide) sound_.mixWhenStale();
        show();
    });
    connect(&desk_, &Desk::labelsChanged, this, &Player::pictureReady);
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.sources || what.corners || what.markers || what.scene) emit pictureReady();
    });
    connect(&desk_, &Desk::cornerChosen, this, &Player::goToCorner);
}

void Player::openFilm() {
    pause();
    rest_.stop();
    guideS_ = 0;
    loop_.reset();
    pictures_ = {};
    QMetaObject::invokeMethod(source_, "openFile", Qt::QueuedConnection,
                              Q_ARG(QString, QString::fromStdString(desk_.session().video.string())));
    sound_.begin();
    proxy_.begin();
}

/// In the film to shortly before the first thing that happens; in the guide to the corner's first section.
void Player::goToCorner(CornerId corner) {
    loop_.reset();
    const auto* c = cornerWith(desk_.guide(), corner);
    if (!c) return;
    const auto* f = desk_.factsOf(corner);
    if (mode_ == Mode::Footage)
        seekMetre((f && f->brakeOnsetM ? f->brakeOnsetM->value : c->turnInM) - 20);
    else if (const auto* s = sectionOf(desk_.cut(), corner))
        seekGuide(seconds(s->start));
}

Player::~Player() {
    thread_.quit();
    thread_.wait();
}

double Player::length() const { return desk_.cut().lengthS; }

void Player::setMode(Mode m) {
    if (m == mode_) return;
    pause();
    mode_ = m;
    if (mode_ == Mode::Guide) sound_.mixWhenStale();
    show();
}

double Player::metre() const {
    if (!desk_.isOpen()) return 0;
    const auto now = desk_.guide().sources.film().tie.log(at<FootageTime>(footageS_));
    return placeAt(lapShown(desk_.session().trace, desk_.session().furtherLaps.get(), now), now);
}

Live Player::live() const {
    if (!desk_.isOpen()) return {};
    const auto now = desk_.guide().sources.film().tie.log(at<FootageTime>(footageS_));
    return liveAt(lapShown(desk_.session().trace, desk_.session().furtherLaps.get(), now), now);
}

void Player::show() {
    if (!desk_.isOpen()) return;
    if (mode_ == Mode::Guide) footageS_ = seconds(momentAt(desk_.cut(), at<GuideTime>(guideS_)).footage);
    // Pictures are not made while somebody types: making them would hold up the plan.
    const bool between =
        mode_ == Mode::Guide && !rest_.isActive() &&
        wantsBetween(desk_.cut(), at<GuideTime>(guideS_), desk_.guide().frameRate, desk_.session().videoInfo.frameRate);
    source_->want(footageS_, playing(), between);
    pictures_ = mode_ == Mode::Guide ? picturesAt(stage(), desk_.cut(), at<GuideTime>(guideS_)) : Pictures{};
    otherFull_.want(desk_.session(), pictures_.full, playing(), between);
    otherInset_.want(desk_.session(), pictures_.inset, playing());
    still_.want(pictures_.still);
    emit moved();
}

SceneAt Player::scene() const {
    if (!desk_.isOpen()) return {};
    if (mode_ == Mode::Guide) return compose(stage(), desk_.cut(), at<GuideTime>(guideS_));
    return composeAt(stage(), cornerWith(desk_.made(), desk_.corner()), at<FootageTime>(footageS_));
}

const QImage& Player::full() const {
    if (pictures_.still && !still_.picture().isNull()) return still_.picture();
    return pictures_.full && !otherFull_.picture().isNull() ? otherFull_.picture() : picture_;
}

FilmPictures Player::filmPictures() const {
    const bool own = pictures_.inset && pictures_.inset->film == desk_.guide().sources.film().id;
    return {own ? picture_ : otherInset_.picture(), [film = full()](const MarkOnScreen& mark, QSize px) {
                const auto picture = film.convertToFormat(QImage::Format_RGB32);
                return lensPicture(
                    {picture.constBits(), static_cast<int>(picture.bytesPerLine()), picture.width(), picture.height()},
                    mark, px);
            }};
}

Stage Player::stage() const {
    auto stage = stageOf(desk_.made(), desk_.session(), desk_.clock());
    stage.labels = desk_.labels();
    return stage;
}

FootageTime Player::shown() const {
    return mode_ == Mode::Guide ? momentAt(desk_.cut(), at<GuideTime>(guideS_)).footage : at<FootageTime>(footageS_);
}

void Player::seekGuide(double s) {
    guideS_ = std::clamp(s, 0.0, std::max(0.0, length() - 0.02));
    startHere();
    show();
}

void Player::seekFootage(double footageS) {
    if (!desk_.isOpen() || mode_ != Mode::Footage) return;
    footageS_ = std::clamp(footageS, 0.0, std::max(0.0, desk_.session().videoInfo.length.count() - 0.02));
    startHere();
    show();
}

void Player::seekMetre(double atM) {
    if (!desk_.isOpen()) return;
    if (mode_ == Mode::Guide) { // the first moment of the guide that shows this place
        for (const auto& section : desk_.cut().sections)
            for (const auto& shot : section.shots) {
                const double want = seconds(desk_.clock().footage(atM));
                if (shot.rate > 0 && want >= seconds(shot.from) && want <= seconds(shot.to) && section.corner) {
                    seekGuide(seconds(shot.start) + (want - seconds(shot.from)) / shot.rate);
                    return;
                }
            }
        return;
    }
    footageS_ = seconds(desk_.clock().footage(atM));
    startHere();
    show();
}

void Player::step(int frames) {
    pause();
    if (mode_ == Mode::Guide)
        seekGuide(guideS_ + frames / static_cast<double>(desk_.guide().frameRate));
    else {
        const double rate =
            desk_.isOpen() && desk_.session().videoInfo.frameRate > 0 ? desk_.session().videoInfo.frameRate : 25;
        footageS_ = std::max(0.0, footageS_ + frames / rate);
        show();
    }
}

void Player::toggle() {
    if (playing()) {
        pause();
        return;
    }
    if (!desk_.isOpen()) return;
    timer_.start();
    startHere();
    emit playingChanged(true);
}

/// The clock and the sound begin at the playhead.
void Player::startHere() {
    startedAt_ = mode_ == Mode::Guide ? guideS_ : footageS_;
    clockAtStart_ = clock_();
    if (playing() && !quiet_) mode_ == Mode::Guide ? sound_.playGuide(guideS_) : sound_.playFilm(footageS_, pace_);
}

void Player::setPace(double pace) {
    pace_ = pace;
    startHere();
    emit moved();
}

void Player::setQuiet(bool quiet) {
    quiet_ = quiet;
    if (quiet_)
        sound_.stop();
    else if (playing())
        startHere();
}

void Player::loop(double fromM, double toM) {
    if (!desk_.isOpen() || mode_ != Mode::Footage || toM <= fromM) return;
    loop_ = Loop{seconds(desk_.clock().footage(fromM)), seconds(desk_.clock().footage(toM))};
    seekFootage(loop_->fromS);
    if (!playing()) toggle();
}

void Player::pause() {
    if (!playing()) return;
    timer_.stop();
    sound_.stop();
    loop_.reset();
    emit playingChanged(false);
}

void Player::tick() {
    const double now = startedAt_ + (clock_() - clockAtStart_) * pace();
    if (loop_ && mode_ == Mode::Footage && now >= loop_->toS) {
        seekFootage(loop_->fromS);
        return;
    }
    if (mode_ == Mode::Guide) {
        guideS_ = std::min(now, length());
        if (now >= length()) pause();
    } else {
        footageS_ = std::min(now, desk_.session().videoInfo.length.count());
        if (now >= desk_.session().videoInfo.length.count()) pause();
    }
    show();
}

} // namespace hl
