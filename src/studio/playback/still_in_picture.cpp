// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/playback/still_in_picture.h"

#include "jobs/still_picture.h"

namespace hl {
namespace {
constexpr TaskKind kReading{"picture taken on foot"};
constexpr int kWidth = 1280, kHeight = 720;
} // namespace

StillInPicture::StillInPicture(Desk& desk) : desk_(desk) {}

void StillInPicture::want(std::optional<StillId> still) {
    const auto file = still ? stillFile(desk_.guide(), desk_.session().folder, *still) : std::filesystem::path();
    if (file == asked_) return;
    asked_ = file, picture_ = {};
    if (file.empty()) return desk_.tasks().drop(kReading.name);
    desk_.tasks().start(
        this, kReading, [file](const Progress&) { return stillPicture(file, kWidth, kHeight); },
        [this](const QImage& picture) {
            picture_ = picture;
            emit ready();
        });
}

} // namespace hl
