// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/playback/other_film.h"

#include <algorithm>

namespace hl {

OtherFilm::OtherFilm(QThread& decoding) : source_(new FrameSource) {
    source_->moveToThread(&decoding);
    connect(&decoding, &QThread::finished, source_, &QObject::deleteLater);
    connect(source_, &FrameSource::ready, this, [this](const QImage& picture) {
        picture_ = picture;
        emit ready();
    });
}

void OtherFilm::want(const Session& s, const std::optional<FilmAt>& moment, bool playing, bool between) {
    const auto on = std::find_if(s.films.begin(), s.films.end(),
                                 [&](const FilmOnStage& f) { return moment && f.id == moment->film; });
    if (on == s.films.end()) {
        picture_ = {};
        return;
    }
    const auto file = s.filmFiles[static_cast<std::size_t>(on - s.films.begin())].file.string();
    if (file != open_) {
        open_ = file, picture_ = {};
        QMetaObject::invokeMethod(source_, "openFile", Qt::QueuedConnection,
                                  Q_ARG(QString, QString::fromStdString(file)));
    }
    source_->want(seconds(moment->when), playing, between);
}

} // namespace hl
