// SPDX-License-Identifier: GPL-3.0-or-later
// The playhead: a moment of the footage or of the guide, playing or standing, with its picture and its sound.
#pragma once
#include "picture/paint_scene.h"
#include "studio/document/desk.h"
#include "studio/playback/frame_source.h"
#include "studio/playback/other_film.h"
#include "studio/playback/play_sound.h"
#include "studio/playback/proxy_making.h"
#include "studio/playback/still_in_picture.h"

#include <functional>
#include <QImage>
#include <QThread>

namespace hl {

class Player : public QObject {
    Q_OBJECT
  public:
    explicit Player(Desk& desk, QObject* parent = nullptr);
    ~Player() override;
    /// What tells the seconds while it plays; the steady clock of the machine unless another is given.
    void setClock(std::function<double()> seconds) { clock_ = std::move(seconds); }

    enum class Mode { Footage, Guide };
    void setMode(Mode m);
    Mode mode() const { return mode_; }
    bool playing() const { return timer_.isActive(); }
    void toggle();
    void pause();
    void seekGuide(double guideS);
    void seekFootage(double footageS); ///< in footage mode
    double footageTime() const { return footageS_; }
    void seekMetre(double atM); ///< the footage where the car is there
    void step(int frames);
    /// How fast the footage runs, 1 or less; the guide keeps its own pace. Its sound keeps its pitch.
    void setPace(double pace);
    double pace() const { return mode_ == Mode::Guide ? 1 : pace_; }
    /// Plays the chosen corner again and again; an empty stretch ends it.
    void loop(double fromM, double toM);
    /// Nothing is heard while it plays: a microphone is open.
    void setQuiet(bool quiet);
    void endLoop() { loop_.reset(); }
    bool looping() const { return loop_.has_value(); }
    double guideTime() const { return guideS_; }
    double metre() const;
    Live live() const;                                 ///< speed, gear and pedals at the playhead
    const QImage& picture() const { return picture_; } ///< of the film that the guide explains
    const QImage& full() const;                        ///< what fills the frame: that, or another film
    FilmPictures filmPictures() const;                 ///< what the scene's painter cannot make by itself
    SceneAt scene() const;                             ///< what is drawn over the picture
    Stage stage() const;                               ///< of the open guide
    FootageTime shown() const;                         ///< the moment of the film in the picture

  signals:
    void moved(); ///< the playhead
    void pictureReady();
    void playingChanged(bool playing);
    void filmTold(const QString& sentence); ///< what is wrong with the film, though it can be used

  private:
    void tick();
    void show();
    void startHere();
    void openFilm();
    void goToCorner(CornerId corner);
    double length() const;
    Desk& desk_;
    Mode mode_ = Mode::Footage;
    QThread thread_;
    FrameSource* source_;
    QImage picture_;
    OtherFilm otherFull_, otherInset_;
    StillInPicture still_;
    Pictures pictures_; ///< that are seen at the playhead
    QTimer timer_;
    QTimer rest_; ///< runs while the cut has changed a moment ago
    std::function<double()> clock_;
    double guideS_ = 0, footageS_ = 0, startedAt_ = 0, pace_ = 1;
    double clockAtStart_ = 0;
    struct Loop {
        double fromS, toS; ///< of the footage
    };
    std::optional<Loop> loop_;
    bool quiet_ = false;
    PlaySound sound_;
    ProxyMaking proxy_;
};

} // namespace hl
