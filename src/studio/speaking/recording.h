// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/speaking/microphone.h"

#include <deque>
#include <QFile>
#include <QObject>
#include <QTimer>

namespace hl {

/// One voice being recorded: counted in, written down while it is spoken, so that nothing spoken is lost when the
/// program or the disk fails. The file is whole at any moment (its header leaves the length open until the end).
class Recording : public QObject {
    Q_OBJECT
  public:
    explicit Recording(QObject* parent = nullptr);
    void setMicrophone(std::unique_ptr<Microphone> microphone) { microphone_ = std::move(microphone); }
    enum class State { Idle, CountingIn, Speaking };
    State state() const { return state_; }

    void begin(const QString& file, int clicks = 3); ///< so many clicks, then it records into that file
    void finish();                                   ///< finished() follows where anything was recorded
    void throwAway();                                ///< the file goes
    double spokenS() const;
    double peakDb() const { return peakDb_; }   ///< of the last moment, dBFS
    double noiseDb() const { return noiseDb_; } ///< the quietest moment so far
    bool clipped() const { return clipped_; }

  signals:
    void counted(int left); ///< 3, 2, 1
    void started();
    void heard(); ///< level and length have moved
    void finished(const QString& file);
    void ended(); ///< thrown away, or never begun
    void failed(const QString& why);

  private:
    void count();
    void take(const std::vector<float>& samples);
    bool writeDown(const std::vector<float>& samples);
    void end();
    std::unique_ptr<Microphone> microphone_;
    QFile file_;
    QTimer counting_;
    State state_ = State::Idle;
    int left_ = 0;
    std::size_t heard_ = 0, written_ = 0;      ///< samples; written: into the file
    std::deque<std::vector<float>> unwritten_; ///< what a full disk has not taken
    bool full_ = false, clipped_ = false;
    double peakDb_ = -100, noiseDb_ = -100;
};

} // namespace hl
