// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/proxy.h"

#include "media/assembled_movie.h"
#include "media/movie_writer.h"
#include "store/files.h"

namespace hl {
namespace fs = std::filesystem;
namespace {
constexpr int kRate = 50; // frames a second of the proxy, for counting only
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

namespace {

/// The proxy grows in pieces that outlive a crash or a closed window: the next run goes on after the last whole one.
constexpr std::size_t kPieceFrames = 500;

fs::path pieceFile(const fs::path& folder, std::size_t piece) {
    auto name = std::to_string(piece);
    name.insert(0, 5 - std::min<std::size_t>(5, name.size()), '0');
    return folder / (name + ".mp4");
}

Status writePiece(VideoReader& reader, const fs::path& file, std::size_t first, std::size_t last,
                  const Progress& progress) {
    const auto& info = reader.info();
    const auto& times = reader.frameTimes();
    MovieOptions o;
    const double scale = std::min(1.0, static_cast<double>(kWidest) / info.width);
    o.width = static_cast<int>(info.width * scale) & ~1, o.height = static_cast<int>(info.height * scale) & ~1;
    o.frameRate = kRate, o.crf = 25, o.preset = "ultrafast", o.keyEvery = 1, o.threads = 1;
    auto writer = MovieWriter::open(file, o);
    if (!writer) return writer.error();
    std::optional<YuvFrame> frame;
    for (auto i = first; i < last; ++i) {
        if (progress.cancelled()) return cancelledError();
        // where a damaged frame is missing, the one before stands: frame n of the film stays frame n of the proxy
        if (auto f = reader.frameAt(at<FootageTime>(times[i]))) frame = std::move(f);
        if (!frame) continue;
        if (auto s = writer->picture(scaled(*frame, o.width, o.height)); !s) return s.error();
        if (i % 50 == 0)
            progress.report(static_cast<double>(i) / static_cast<double>(times.size()),
                            "making the film quick to the hand");
    }
    return writer->finish();
}

} // namespace

Result<Proxy> makeProxy(const fs::path& folder, const fs::path& video, const Progress& progress) {
    const auto file = proxyFile(folder, video);
    std::error_code ec;
    if (fs::exists(file, ec)) return Proxy{file, 0};
    const auto parts = fs::path(file).replace_extension(".parts");
    if (auto s = makeFolder(parts); !s) return s.error();
    auto reader = VideoReader::open(video, 1); // one thread: the proxy must not take the machine from who works
    if (!reader) return reader.error();
    const std::size_t frames = reader->frameTimes().size();
    std::vector<fs::path> pieces;
    for (std::size_t first = 0; first < frames; first += kPieceFrames) {
        pieces.push_back(pieceFile(parts, pieces.size()));
        if (fs::exists(pieces.back(), ec)) continue;
        if (auto s = writePiece(*reader, pieces.back(), first, std::min(frames, first + kPieceFrames), progress); !s)
            return s.error();
    }
    AssembledMovie whole;
    whole.frameRate = kRate;
    for (const auto& piece : pieces)
        whole.pieces.push_back({piece, static_cast<long>(whole.pieces.size() * kPieceFrames)});
    if (auto s = assemble(whole, file); !s) return s.error();
    for (const auto& e : fs::directory_iterator(file.parent_path(), ec))
        if (e.path() != file && e.path().filename().string().starts_with(kPrefix)) fs::remove_all(e.path(), ec);
    return Proxy{file, reader->damagedPackets()};
}

} // namespace hl
