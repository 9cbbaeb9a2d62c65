// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/proxy.h"

#include "media/movie_writer.h"
#include "store/files.h"

namespace hl {
namespace fs = std::filesystem;
namespace {
constexpr int kRate = 50;         // frames a second of the proxy, for counting only
constexpr int kWidest = 640;
constexpr const char* kPrefix = "proxy-";
} // namespace

fs::path proxyFile(const fs::path& folder, const fs::path& video) {
    std::error_code ec;
    const auto size = fs::file_size(video, ec);
    const auto changed = fs::last_write_time(video, ec).time_since_epoch().count();
    return folder / "cache" / (kPrefix + std::to_string(size) + "-" + std::to_string(changed) + ".mp4");
}

double proxyTime(std::size_t frame) { return (static_cast<double>(frame) + 0.5) / kRate; }

Result<fs::path> makeProxy(const fs::path& folder, const fs::path& video, const Progress& progress) {
    const auto file = proxyFile(folder, video);
    std::error_code ec;
    if (fs::exists(file, ec)) return file;
    if (auto s = makeFolder(file.parent_path()); !s) return s.error();
    auto reader = VideoReader::open(video, 1); // one thread: the proxy must not take the machine from who works
    if (!reader) return reader.error();
    const auto& info = reader->info();
    MovieOptions o;
    const double scale = std::min(1.0, static_cast<double>(kWidest) / info.width);
    o.width = static_cast<int>(info.width * scale) & ~1, o.height = static_cast<int>(info.height * scale) & ~1;
    o.frameRate = kRate, o.crf = 25, o.preset = "ultrafast", o.keyEvery = 1, o.threads = 1;
    auto writer = MovieWriter::open(file, o);
    if (!writer) return writer.error();
    const double length = std::max(0.1, info.length.count());
    long done = 0;
    while (const auto frame = reader->next()) {
        if (progress.cancelled()) return cancelledError();
        if (auto s = writer->picture(scaled(*frame, o.width, o.height)); !s) return s.error();
        if (++done % 50 == 0) progress.report(seconds(frame->time) / length, "making the film quick to the hand");
    }
    if (auto s = writer->finish(); !s) return s.error();
    for (const auto& e : fs::directory_iterator(file.parent_path(), ec))
        if (e.path() != file && e.path().filename().string().starts_with(kPrefix)) fs::remove(e.path(), ec);
    return file;
}

} // namespace hl
