// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/still_picture.h"

#include "store/files.h"

#include <algorithm>
#include <QPainter>

namespace hl {

std::filesystem::path stillFile(const Guide& g, const std::filesystem::path& folder, StillId id) {
    const auto& all = g.sources.stills;
    const auto on = std::find_if(all.begin(), all.end(), [id](const Still& s) { return s.id == id; });
    const auto file = on == all.end() ? Result<std::filesystem::path>(Error{}) : inside(folder, on->file);
    return file ? *file : std::filesystem::path();
}

bool canBeShown(QImageReader& picture) {
    // A drawing in text may name other files; what is shown is pixels.
    constexpr std::string_view kKinds[] = {"png", "jpeg", "jpg", "webp", "bmp"};
    const auto kind = picture.format().toLower();
    return picture.canRead() &&
           std::find(std::begin(kKinds), std::end(kKinds),
                     std::string_view(kind.constData(), static_cast<std::size_t>(kind.size()))) != std::end(kKinds);
}

QImage stillPicture(const std::filesystem::path& file, int width, int height) {
    QImageReader reader(QString::fromStdString(file.string()));
    if (!canBeShown(reader)) return {};
    reader.setAutoTransform(true);
    // A photograph has many times the pixels of the frame: the JPEG reader need not make them all. Its size is told
    // before it is turned.
    const auto size = reader.size();
    const bool turned = reader.transformation() & QImageIOHandler::TransformationRotate90;
    const QSize room = turned ? QSize(height, width) : QSize(width, height);
    if (size.isValid()) reader.setScaledSize(size.scaled(room, Qt::KeepAspectRatio));
    auto picture = reader.read();
    if (picture.isNull()) return {};
    if (picture.width() > width || picture.height() > height) // a format that does not scale while it reads
        picture = picture.scaled(width, height, Qt::KeepAspectRatio, Qt::SmoothTransformation);
    QImage out(width, height, QImage::Format_RGB32);
    out.fill(Qt::black);
    QPainter p(&out);
    p.drawImage((width - picture.width()) / 2, (height - picture.height()) / 2, picture);
    return out;
}

} // namespace hl
