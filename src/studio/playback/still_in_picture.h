// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QImage>

namespace hl {

/// The picture taken on foot that fills the frame at the playhead, for the preview; read off the interface's thread.
class StillInPicture : public QObject {
    Q_OBJECT
  public:
    explicit StillInPicture(Desk& desk);
    void want(std::optional<StillId> still);
    const QImage& picture() const { return picture_; } ///< null while there is none

  signals:
    void ready();

  private:
    Desk& desk_;
    std::filesystem::path asked_; ///< empty: none
    QImage picture_;
};

} // namespace hl
