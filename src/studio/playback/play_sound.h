// SPDX-License-Identifier: GPL-3.0-or-later
// What is heard while the film or the guide plays: read, slowed and mixed in the background when it is first wanted.
#pragma once
#include "core/sync/sound.h"
#include "studio/document/desk.h"
#include "studio/playback/sound_out.h"

#include <map>
#include <QObject>

namespace hl {

class PlaySound : public QObject {
    Q_OBJECT
  public:
    explicit PlaySound(Desk& desk);
    ~PlaySound() override;
    void begin();                           ///< another guide's film
    void cutChanged();                      ///< the mix is of an older cut
    void mixWhenStale();                    ///< while the guide is on screen
    void playFilm(double atS, double pace); ///< at its own pitch whatever the pace
    void playGuide(double atS);
    void stop();

  signals:
    void filmReady();   ///< the film's sound is read
    void guideReady();  ///< the mix of the guide
    void slowedReady(); ///< the film's sound at a pace that was asked for

  private:
    Desk& desk_;
    std::unique_ptr<SoundOut> out_;
    std::shared_ptr<const Sound> film_, guide_;
    std::map<int, std::shared_ptr<const Sound>> slowed_; ///< by pace in percent; null while it is made
    bool stale_ = true;
};

} // namespace hl
