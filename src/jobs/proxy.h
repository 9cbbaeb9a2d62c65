// SPDX-License-Identifier: GPL-3.0-or-later
// A small film of nothing but key frames, so that any moment is there at once while a hand drags.
#pragma once
#include "jobs/session.h"

namespace hl {

/// Where the proxy of this film lies in the guide's cache. Its name holds the film's size and time of change: another
/// film has another proxy, and a stale one is never taken.
std::filesystem::path proxyFile(const std::filesystem::path& guideFolder, const std::filesystem::path& video);

/// Frame n of the film is shown at this time of the proxy, s, whatever the film's own times are.
double proxyTime(std::size_t frame);

struct Proxy {
    std::filesystem::path file;
    int damaged = 0; ///< packets of the film that did not decode while it was made
};

/// Makes the proxy unless it is there, and deletes stale ones beside it. Appears complete or not at all; when it is
/// stopped, the next call goes on where it was. Errors: media.*, movie.*, job.cancelled.
Result<Proxy> makeProxy(const std::filesystem::path& guideFolder, const std::filesystem::path& video,
                        const Progress& progress);

} // namespace hl
