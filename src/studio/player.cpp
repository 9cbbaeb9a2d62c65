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
        [this, stop](Result<std::filesystem::path> proxy) {
            if (proxy && !stop.stop_requested())
                QMetaObject::invokeMethod(source_, "openProxy", Qt::QueuedConnection, Q_ARG(QString, QString::fromStdString(proxy->string())));
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
    startedAt_ = guideS_;
    clock_.restart();
    if (playing() && guideSound_) out_->play(guideSound_, guideS_);
    show();
}

void Player::seekFootage(double footageS) {
    if (!desk_.isOpen() || mode_ != Mode::Footage) return;
    footageS_ = std::clamp(footageS, 0.0, std::max(0.0, desk_.material().videoInfo.length.count() - 0.02));
    startedAt_ = footageS_;
    clock_.restart();
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
    startedAt_ = footageS_;
    clock_.restart();
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
    startedAt_ = mode_ == Mode::Guide ? guideS_ : footageS_;
    clock_.restart();
    timer_.start();
    if (mode_ == Mode::Guide && guideSound_) out_->play(guideSound_, guideS_);
    if (mode_ == Mode::Footage && footageSound_) out_->play(footageSound_, footageS_);
    emit playingChanged(true);
}

void Player::pause() {
    if (!playing()) return;
    timer_.stop();
    out_->stop();
    emit playingChanged(false);
}

void Player::tick() {
    const double now = startedAt_ + static_cast<double>(clock_.elapsed()) / 1000;
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
