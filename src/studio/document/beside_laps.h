// SPDX-License-Identifier: GPL-3.0-or-later
// Up to two other laps beside the filmed one; they are not part of the guide.
#pragma once
#include "jobs/beside.h"
#include "studio/document/tasks.h"

#include <QObject>

namespace hl {

class BesideLaps : public QObject {
    Q_OBJECT
  public:
    explicit BesideLaps(Tasks& tasks) : tasks_(tasks) {}
    void begin(std::shared_ptr<const Session> session); ///< another guide: none is beside
    void measuredAgain(std::shared_ptr<const Session> session);
    const std::vector<std::shared_ptr<const BesideLap>>& laps() const { return laps_; }
    void put(int lapNumber);          ///< changed() or failed() follows
    void putLog(const QString& file); ///< the best lap of another log
    void takeAway(const std::string& name);

  signals:
    void changed();
    void failed(const QString& sentence);

  private:
    void add(Result<BesideLap> lap);
    Tasks& tasks_;
    std::shared_ptr<const Session> session_;
    std::vector<std::shared_ptr<const BesideLap>> laps_;
    int asked_ = 0;
};

} // namespace hl
