// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/document/keep_picture.h"

#include "core/guide/scene_edits.h"
#include "store/files.h"

#include <QBuffer>
#include <QCoreApplication>

namespace hl {
namespace {

Status writePng(const std::filesystem::path& to, const QImage& picture) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    picture.save(&buffer, "PNG");
    if (auto made = makeFolder(to.parent_path()); !made) return made;
    return writeFile(to, {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

} // namespace

void keepLookForPicture(Desk& desk, const QImage& picture, CornerId corner, Topic topic,
                        std::function<void(const QString& wrong)> told) {
    constexpr TaskKind kKeeping{"look-for picture", Lane::Writing};
    const auto name = "pictures/corner-" + std::to_string(corner.value) + "-" + std::string(key(topic)) + ".png";
    const auto file = std::filesystem::path(desk.folder().toStdString()) / name;
    desk.tasks().start(
        &desk, kKeeping, [file, picture](const Progress&) { return writePng(file, picture); },
        [&desk, corner, topic, name, told = std::move(told)](Status done) {
            if (!done) return told(QString::fromStdString(sentence(done.error())));
            desk.edit(
                {QCoreApplication::translate("Desk", "Picture of what to look for").toStdString(),
                 [corner, topic, name](Guide g) { return withLookForPicture(std::move(g), corner, topic, name); }});
            told({});
        });
}

} // namespace hl
