// SPDX-License-Identifier: GPL-3.0-or-later
// The guide's file: saved when asked, kept aside after every edit. All writing goes through one lane, so the newest is
// what stays.
#pragma once
#include "core/guide/guide.h"
#include "core/units/result.h"
#include "studio/document/tasks.h"

#include <QObject>
#include <QTimer>

namespace hl {

class Saving : public QObject {
    Q_OBJECT
  public:
    explicit Saving(Tasks& tasks);
    void begin(const QString& folder); ///< another guide
    QString folder() const { return folder_; }
    void edited(const Guide& guide, bool unsaved); ///< kept aside soon, while it differs from the file
    void save(const Guide& guide);                 ///< saved() or failed() follows
    Status saveNow(const Guide& guide);            ///< at once, after what is being written
    void discard();                                ///< what was kept aside goes

  signals:
    void saved(bool newest); ///< false: an edit came meanwhile
    void failed(const QString& sentence);

  private:
    void keepAside();
    Tasks& tasks_;
    QString folder_;
    std::optional<Guide> pending_; ///< to be kept aside
    QTimer soon_;
    long edits_ = 0;
};

} // namespace hl
