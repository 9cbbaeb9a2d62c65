// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/keep_take.h"

#include "media/sound.h"
#include "media/video_reader.h"
#include "store/files.h"

namespace hl {
namespace fs = std::filesystem;
namespace {

/// "takes/NAME", a name that nothing has yet.
std::string freeName(const fs::path& folder, const fs::path& audio, const std::string& ending) {
    std::error_code ec;
    for (int k = 1;; ++k) {
        const auto name = audio.stem().string() + (k > 1 ? "-" + std::to_string(k) : "") + ending;
        if (!fs::exists(folder / "takes" / name, ec)) return "takes/" + name;
    }
}

} // namespace

Result<std::string> keptTake(const fs::path& folder, const fs::path& audio, const Sound& sound) {
    if (auto made = makeFolder(folder / "takes"); !made) return made.error();
    std::error_code ec;
    const auto inside = fs::relative(audio, folder, ec);
    if (!ec && !inside.empty() && *inside.begin() == "takes") return inside.generic_string(); // it was recorded there
    if (VideoReader::open(audio, 1)) {
        const auto name = freeName(folder, audio, ".wav");
        if (auto done = writeFile(folder / name, wavBytes(sound)); !done) return done.error();
        return name;
    }
    const auto bytes = readFile(audio);
    if (!bytes) return bytes.error();
    const auto name = freeName(folder, audio, audio.extension().string());
    if (auto done = writeFile(folder / name, *bytes); !done) return done.error();
    return name;
}

} // namespace hl
