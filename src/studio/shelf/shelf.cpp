// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shelf/shelf.h"

#include "core/guide/guide.h"
#include "jobs/shelf.h"
#include "store/guide_file.h"

#include <QImageReader>

namespace hl {
namespace {

constexpr TaskKind kReading{"shelf", Lane::Quick, false}, kLooking{"shelf folders", Lane::Long, false},
    kChanging{"shelf change", Lane::Writing, false};
constexpr std::size_t kStills = 16; // cards that are seen at once, and some more

std::vector<std::filesystem::path> paths(const QStringList& folders) {
    std::vector<std::filesystem::path> out;
    for (const auto& f : folders) out.emplace_back(f.toStdString());
    return out;
}

} // namespace

Shelf::Shelf(Tasks& tasks, QObject* parent) : QObject(parent), tasks_(tasks) {}

Shelf::Answer Shelf::withStills(std::vector<GuideCard> cards) {
    Answer a{std::move(cards), {}, {}};
    for (std::size_t i = 0; i < std::min(a.cards.size(), kStills); ++i) {
        if (a.cards[i].still.empty()) continue;
        QImageReader reader(QString::fromStdString(a.cards[i].still));
        if (auto picture = reader.read(); !picture.isNull()) a.stills[a.cards[i].still] = std::move(picture);
    }
    return a;
}

void Shelf::take(Answer answer) {
    if (!answer.trouble.isEmpty()) emit said(answer.trouble, true);
    const bool same = read_ && answer.cards == cards_;
    stills_ = std::move(answer.stills), read_ = true;
    if (same) return; // views point into the cards that they show
    cards_ = std::move(answer.cards);
    emit changed();
}

void Shelf::refresh() { refresh({}); }

void Shelf::refresh(const QStringList& roots) {
    roots_ += roots; // until somebody has looked there: the newest look is the only one that lands
    const auto fromAlmanac = [](const Progress&) {
        auto almanac = Almanac::open(almanacFile());
        if (!almanac) return Answer{{}, {}, QString::fromStdString(sentence(almanac.error()))};
        auto cards = almanac->cards();
        if (!cards) return Answer{{}, {}, QString::fromStdString(sentence(cards.error()))};
        return withStills(std::move(*cards));
    };
    const auto fromFolders = [roots = roots_](const Progress& p) {
        auto almanac = Almanac::open(almanacFile());
        if (!almanac) return Answer{{}, {}, QString::fromStdString(sentence(almanac.error()))};
        auto cards = rebuildAlmanac(*almanac, paths(roots), p);
        if (!cards) return Answer{{}, {}, QString::fromStdString(sentence(cards.error()))};
        auto a = withStills(std::move(*cards));
        if (almanac->wasDamaged())
            a.trouble = tr("The almanac was damaged. It was put aside and made again from the guides' folders.");
        return a;
    };
    if (!read_)
        tasks_.start(this, kReading, fromAlmanac, [this](Answer a) {
            if (!read_) take(std::move(a)); // a look at the folders that was quicker knows more
        });
    tasks_.start(this, kLooking, fromFolders, [this, looked = roots_](Answer a) {
        for (const auto& root : looked) roots_.removeAll(root);
        take(std::move(a));
    });
}

QImage Shelf::still(const GuideCard& card) const {
    const auto at = stills_.find(card.still);
    return at == stills_.end() ? QImage() : at->second;
}

/// Something is written, and the shelf is read anew.
template <class Work> void Shelf::change(Work work) {
    tasks_.start(
        this, kChanging, [work = std::move(work)](const Progress&) { return Status(work()); },
        [this](Status done) {
            if (!done) emit said(QString::fromStdString(sentence(done.error())), true);
            refresh();
        });
}

void Shelf::remember(const QString& folder) {
    change([path = folder.toStdString()] { return putOnShelf(path); });
}

void Shelf::takeOff(const QString& folder) {
    change([path = folder.toStdString()]() -> Status {
        auto almanac = Almanac::open(almanacFile());
        if (!almanac) return almanac.error();
        return almanac->remove(path);
    });
}

void Shelf::point(const QString& folder, const MovedFile& moved, const QString& to) {
    change([path = folder.toStdString(), moved, file = to.toStdString()]() -> Status {
        auto guide = readGuide(path);
        if (!guide) return guide.error();
        return saveGuide(path, pointedAt(std::move(*guide), path, moved, file));
    });
}

} // namespace hl
