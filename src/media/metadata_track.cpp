// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/metadata_track.h"

#include "media/ffmpeg_parts.h"

#include <algorithm>
#include <array>
#include <cstring>
#include <fstream>

namespace hl {

bool looksLikeFilm(const std::filesystem::path& path) {
    std::array<char, 12> head{};
    std::error_code ec;
    if (!std::filesystem::is_regular_file(path, ec)) return false;
    std::ifstream(path, std::ios::binary).read(head.data(), head.size());
    if (std::memcmp(head.data(), "\x1A\x45\xDF\xA3", 4) == 0) return true;
    if (std::memcmp(head.data(), "RIFF", 4) == 0 && std::memcmp(head.data() + 8, "AVI ", 4) == 0) return true;
    const std::string_view box(head.data() + 4, 4);
    for (const auto* known : {"ftyp", "moov", "mdat", "wide", "free", "skip"})
        if (box == known) return true;
    return false;
}

Result<std::vector<MetadataPayload>> readMetadata(const std::filesystem::path& film,
                                                  const std::function<bool(double)>& goOn) {
    auto input = ff::openInput(film.string());
    if (!input) return input.error();
    auto& file = **input;
    bool any = false;
    for (unsigned i = 0; i < file.nb_streams; ++i) {
        auto& s = *file.streams[i];
        const bool sensors = s.codecpar->codec_tag == MKTAG('g', 'p', 'm', 'd');
        s.discard = sensors ? AVDISCARD_DEFAULT : AVDISCARD_ALL;
        any |= sensors;
    }
    if (!any)
        return Error{"media.no-film-log", "the film brings no log of its own", film.string(),
                     "a film with an action camera's sensor track, or the car's log"};
    const double length = static_cast<double>(file.duration) / AV_TIME_BASE;
    std::vector<MetadataPayload> out;
    ff::Packet packet(av_packet_alloc());
    while (av_read_frame(input->get(), packet.get()) >= 0) {
        const auto& s = *file.streams[packet->stream_index];
        if (s.discard == AVDISCARD_DEFAULT && packet->pts != AV_NOPTS_VALUE && packet->size > 0) {
            const double base = av_q2d(s.time_base);
            out.push_back({static_cast<double>(packet->pts) * base,
                           static_cast<double>(packet->duration) * base,
                           {packet->data, packet->data + packet->size}});
            if (out.size() % 64 == 0 && !goOn(length > 0 ? std::min(1.0, out.back().startS / length) : 0))
                return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
        }
        av_packet_unref(packet.get());
    }
    return out;
}

} // namespace hl
