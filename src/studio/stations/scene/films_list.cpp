// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/films_list.h"

#include "studio/stations/line_up/line_up_page.h"

#include <filesystem>
#include <QKeyEvent>

namespace hl {
namespace {

QString nameOf(const std::string& file) {
    return QString::fromStdString(std::filesystem::path(file).filename().string());
}

QString tieText(const Film& f) {
    if (f.role == FilmRole::Foot)
        return f.pairs.size() == 1 ? FilmsList::tr("one place") : FilmsList::tr("%1 places").arg(f.pairs.size());
    if (!f.tie.sure()) return FilmsList::tr("not surely tied");
    return FilmsList::tr("tied %1 to within %2 ms")
        .arg(tieMethodText(f.tie.method))
        .arg(std::lround(f.tie.uncertaintyMs));
}

} // namespace

QString roleText(FilmRole role) {
    switch (role) {
    case FilmRole::Onboard: return FilmsList::tr("on board");
    case FilmRole::Chase: return FilmsList::tr("from behind");
    case FilmRole::Above: return FilmsList::tr("from above");
    case FilmRole::Outside: return FilmsList::tr("from outside");
    case FilmRole::Foot: return FilmsList::tr("on foot");
    }
    return {};
}

FilmsList::FilmsList(QWidget* parent) : QListWidget(parent) {
    setObjectName(QStringLiteral("films"));
    setAccessibleName(tr("Films and pictures of the lap. Delete takes one away"));
    setFrameShape(QFrame::NoFrame);
    setWordWrap(true);
}

void FilmsList::show(const Sources& s) {
    const int at = currentRow();
    clear();
    films_.clear(), stills_.clear();
    for (std::size_t i = 0; i < s.films.size(); ++i) {
        const auto& f = s.films[i];
        addItem(tr("%1  \u00b7  %2  \u00b7  %3%4")
                    .arg(nameOf(f.file), roleText(f.role), tieText(f),
                         i == 0 ? tr("  \u00b7  the guide explains it") : QString()));
        films_.push_back(f.id);
    }
    for (const auto& p : s.stills) {
        addItem(
            tr("%1  \u00b7  picture at %2 m%3")
                .arg(nameOf(p.file))
                .arg(std::lround(p.atM))
                .arg(p.caption.empty() ? QString() : QStringLiteral("  \u00b7  ") + QString::fromStdString(p.caption)));
        stills_.push_back(p.id);
    }
    setCurrentRow(std::clamp(at, 0, count() - 1));
}

void FilmsList::keyPressEvent(QKeyEvent* e) {
    const auto row = static_cast<std::size_t>(std::max(0, currentRow()));
    if (e->key() != Qt::Key_Delete) return QListWidget::keyPressEvent(e);
    if (row < films_.size())
        emit filmRemoved(films_[row]);
    else if (row - films_.size() < stills_.size())
        emit stillRemoved(stills_[row - films_.size()]);
}

} // namespace hl
