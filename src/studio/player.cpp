// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/player.h"

#include "core/cut/soundtrack.h"
#include "media/sound.h"
#include "media/stretch.h"
#include "studio/background.h"

#include <algorithm>

namespace hl {
namespace {
constexpr int kTickMs = 20;
constexpr int kBeforeProxyMs = 2500; // opening comes first
} // namespace

Player::Player(Desk& desk, QObject* parent)
    : QObject(parent), desk_(desk), source_(new FrameSource), out_(soundOutOfThisMachine()) {
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
    thread_.start();
    timer_.setInterval(kTickMs);
    timer_.setTimerType(Qt::PreciseTimer);
    connect(&timer_, &QTimer::timeout, this, &Player::tick);
    connect(&desk_, &Desk::opened, this, [this] {
        pause();
        guideS_ = 0;
        QMetaObject::invokeMethod(source_, "openFile", Qt::QueuedConnection,
                                  Q_ARG(QString, QString::fromStdString(desk_.material().video.string())));
        stopProxy_.request_stop();
        stopProxy_ = {};
        QTimer::singleShot(kBeforeProxyMs, this, [this, stop = stopProxy_.get_token()] { makeProxyOf(stop); });
        footageSound_.reset();
        slowed_.clear();
        loop_.reset();
        inBackground(
            this, [path = desk_.material().video] { return readSound(path, 48000); },
            [this](Result<Sound> s) {
                if (s) footageSound_ = std::make_shared<const Sound>(std::move(*s));
                mixSound();
            });
    });
    connect(&desk_, &Desk::cutChanged, this, [this] {
        guideS_ = std::min(guideS_, length());
        mixSound();
        show();
    });
    connect(&desk_, &Desk::changed, this, [this] { emit pictureReady(); });
    connect(&desk_, &Desk::cornerChosen, this, [this](int corner) {
        loop_.reset();
        const auto* c = cornerNumbered(desk_.guide(), corner);
        if (!c) return;
        const auto* f = desk_.factsOf(corner);
        if (mode_ == Mode::Footage)
            seekMetre((f && f->brakeOnsetM ? f->brakeOnsetM->value : c->turnInM) - 20);
        else
            for (const auto& s : desk_.cut().sections)
                if (s.corner == corner) {
                    seekGuide(seconds(s.start));
                    break;
                }
    });
}

/// Made once for a film, in the background; a guide that cannot be written to does without.
void Player::makeProxyOf(std::stop_token stop) {
    if (stop.stop_requested()) return;
    inBackground(
        this,
        [folder = desk_.material().folder, video = desk_.material().video, stop] {
            Progress p;
            p.stop = stop;
            return makeProxy(folder, video, p);
        },
        [this, stop](Result<Proxy> proxy) {
            if (!proxy || stop.stop_requested()) return;
            if (proxy->damaged > 0)
                emit filmTold(
                    tr("The film is damaged in %n place(s); what can be read of it is used.", nullptr, proxy->damaged));
            QMetaObject::invokeMethod(source_, "openProxy", Qt::QueuedConnection,
                                      Q_ARG(QString, QString::fromStdString(proxy->file.string())));
        },
        longWork());
}

Player::~Player() {
    stopProxy_.request_stop();
    thread_.quit();
    thread_.wait();
}

double Player::length() const { return desk_.cut().lengthS; }

void Player::setMode(Mode m) {
    if (m == mode_) return;
    pause();
    mode_ = m;
    show();
}

double Player::metre() const {
    return desk_.isOpen() ? placeAt(desk_.material().trace, desk_.guide().sources.tie.log(at<FootageTime>(footageS_)))
                          : 0;
}

Live Player::live() const {
    if (!desk_.isOpen()) return {};
    return liveAt(desk_.material().trace, seconds(desk_.guide().sources.tie.log(at<FootageTime>(footageS_))));
}

void Player::show() {
    if (!desk_.isOpen()) return;
    if (mode_ == Mode::Guide) footageS_ = seconds(momentAt(desk_.cut(), at<GuideTime>(guideS_)).footage);
    source_->want(footageS_, playing());
    emit moved();
}

SceneAt Player::scene() const {
    if (!desk_.isOpen()) return {};
    const auto& m = desk_.material();
    const Stage stage{desk_.guide(), m.trace, m.roadOrNull(), desk_.clock()};
    if (mode_ == Mode::Guide) return compose(stage, desk_.cut(), at<GuideTime>(guideS_));
    return composeAt(stage, desk_.chosen(), at<FootageTime>(footageS_));
}

void Player::seekGuide(double s) {
    guideS_ = std::clamp(s, 0.0, std::max(0.0, length() - 0.02));
    startHere();
    show();
}

void Player::seekFootage(double footageS) {
    if (!desk_.isOpen() || mode_ != Mode::Footage) return;
    footageS_ = std::clamp(footageS, 0.0, std::max(0.0, desk_.material().videoInfo.length.count() - 0.02));
    startHere();
    show();
}

void Player::seekMetre(double atM) {
    if (!desk_.isOpen()) return;
    if (mode_ == Mode::Guide) { // the first moment of the guide that shows this place
        for (const auto& section : desk_.cut().sections)
            for (const auto& shot : section.shots) {
                const double want = seconds(desk_.clock().footage(atM));
                if (shot.kind == ShotKind::Footage && want >= seconds(shot.from) && want <= seconds(shot.to) &&
                    section.kind != SectionKind::Lap) {
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
            desk_.isOpen() && desk_.material().videoInfo.frameRate > 0 ? desk_.material().videoInfo.frameRate : 25;
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
    clock_.restart();
    if (playing()) startSound();
}

void Player::startSound() {
    if (mode_ == Mode::Guide) {
        if (guideSound_) out_->play(guideSound_, guideS_);
        return;
    }
    if (!footageSound_) return;
    if (pace_ == 1) {
        out_->play(footageSound_, footageS_);
        return;
    }
    out_->stop();
    const int percent = static_cast<int>(std::lround(pace_ * 100));
    if (const auto made = slowed_.find(percent); made != slowed_.end()) {
        if (made->second) out_->play(made->second, footageS_ / pace_);
        return;
    }
    slowed_[percent] = nullptr; // being made
    inBackground(
        this,
        [film = footageSound_, pace = pace_] {
            auto s = stretched(*film, pace);
            s.startS = film->startS / pace;
            return std::make_shared<const Sound>(std::move(s));
        },
        [this, percent, film = footageSound_](std::shared_ptr<const Sound> s) {
            if (film != footageSound_) return; // another guide was opened meanwhile
            slowed_[percent] = std::move(s);
            if (playing() && mode_ == Mode::Footage && std::lround(pace_ * 100) == percent) startHere();
        });
}

void Player::setPace(double pace) {
    pace_ = pace;
    startHere();
    emit moved();
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
    out_->stop();
    loop_.reset();
    emit playingChanged(false);
}

void Player::tick() {
    const double now = startedAt_ + static_cast<double>(clock_.elapsed()) / 1000 * pace();
    if (loop_ && mode_ == Mode::Footage && now >= loop_->toS) {
        seekFootage(loop_->fromS);
        return;
    }
    if (mode_ == Mode::Guide) {
        guideS_ = std::min(now, length());
        if (now >= length()) pause();
    } else {
        footageS_ = std::min(now, desk_.material().videoInfo.length.count());
        if (now >= desk_.material().videoInfo.length.count()) pause();
    }
    show();
}

void Player::mixSound() {
    if (!footageSound_ || !desk_.narrator()) return;
    const long wanted = ++mixWanted_;
    inBackground(
        this,
        [cut = desk_.sharedCut(), film = footageSound_, voice = desk_.narrator()] {
            const auto clip = [&](const std::string& text) {
                auto u = voice->speak(text);
                return u ? u->sound : Sound{48000, 0, {}};
            };
            return std::make_shared<const Sound>(mixSoundtrack(*cut, {*film, clip, stretched}, 0, cut->lengthS));
        },
        [this, wanted](std::shared_ptr<const Sound> s) {
            if (wanted == mixWanted_) guideSound_ = std::move(s);
        });
}

} // namespace hl
