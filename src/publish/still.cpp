// SPDX-License-Identifier: GPL-3.0-or-later
#include "publish/still.h"

#include "store/files.h"

#include <QBuffer>
#include <QImage>

namespace hl {

Status writeStill(VideoReader& reader, FootageTime when, int width, int height, const std::filesystem::path& to) {
    constexpr int kQuality = 82;
    const auto frame = reader.frameAt(when);
    if (!frame) return Error{"media.no-frames", "no picture at " + std::to_string(seconds(when)) + " s", to.string()};
    const auto pixels = toBgra(*frame, width, height);
    const QImage image(pixels.data(), width, height, width * 4, QImage::Format_RGB32);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "JPG", kQuality);
    return writeFile(to, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace hl
