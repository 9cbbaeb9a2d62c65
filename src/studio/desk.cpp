// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/desk.h"

#include "store/guide_file.h"
#include "studio/background.h"

namespace hl {
namespace {

constexpr int kAutosaveMs = 700; // after the last edit

struct Read {
    Guide guide;
    std::shared_ptr<const Material> material;
    std::optional<Guide> unsaved;
};

Result<Read> readAll(const std::string& folder) {
    auto guide = readGuide(folder);
    if (!guide) return guide.error();
    auto material = gather(guideFile(folder).parent_path(), *guide);
    if (!material) return material.error();
    return Read{std::move(*guide), std::make_shared<const Material>(std::move(*material)), unsavedEdits(folder)};
}

} // namespace

Desk::Desk(QObject* parent) : QObject(parent) {
    autosave_.setSingleShot(true);
    autosave_.setInterval(kAutosaveMs);
    connect(&autosave_, &QTimer::timeout, this, [this] {
        if (!hasUnsaved()) return;
        inBackground(
            this, [folder = folder_.toStdString(), g = guide()] { return autosaveGuide(folder, g); },
            [this](Status s) {
                if (!s) emit failed(QString::fromStdString(sentence(s.error())));
            });
    });
}

void Desk::open(const QString& folder) {
    inBackground(
        this, [path = folder.toStdString()] { return readAll(path); },
        [this, folder](Result<Read> read) {
            if (!read) {
                emit failed(QString::fromStdString(sentence(read.error())));
                return;
            }
            if (auto voice = scratchVoice())
                narrator_ = std::move(*voice);
            else
                emit failed(QString::fromStdString(sentence(voice.error())));
            folder_ = folder;
            const bool edits = read->unsaved.has_value();
            adopt(std::move(read->guide), read->material);
            if (edits) {
                edit({tr("Edits of an earlier run").toStdString(), [g = *read->unsaved](Guide) { return g; }});
                emit recovered();
            }
        });
}

void Desk::adopt(Guide guide, std::shared_ptr<const Material> material) {
    history_ = std::make_unique<History>(std::move(guide));
    material_ = std::move(material);
    clock_ = clockOf(history_->now(), *material_);
    cut_ = std::make_shared<Cut>();
    beside_.clear();
    corner_ = history_->now().corners.empty() ? 0 : history_->now().corners.front().number;
    emit opened();
    emit cornerChosen(corner_);
    emit besideChanged();
    measureIfMoved();
    replan();
}

void Desk::edit(const Edit& e) {
    if (!history_) return;
    history_->apply(e);
    afterEdit();
}

void Desk::undo() {
    if (history_ && history_->undo()) afterEdit();
}

void Desk::redo() {
    if (history_ && history_->redo()) afterEdit();
}

void Desk::afterEdit() {
    ++edits_;
    clock_ = clockOf(guide(), *material_);
    autosave_.start();
    if (!cornerNumbered(guide(), corner_) && !guide().corners.empty()) { // joined or numbered away
        corner_ = guide().corners.front().number;
        emit cornerChosen(corner_);
    }
    measureIfMoved();
    emit changed();
    replan();
}

/// Facts follow the bounds. Until the new ones are there the old ones stand.
void Desk::measureIfMoved() {
    if (isMeasured(*material_, guide())) return;
    const long wanted = ++measureWanted_;
    inBackground(
        this, [m = material_, g = guide()] { return std::make_shared<const Material>(measuredAgain(*m, g)); },
        [this, wanted](std::shared_ptr<const Material> m) {
            if (wanted != measureWanted_) return; // moved again meanwhile
            material_ = std::move(m);
            compareAgain();
            emit measured();
            emit changed();
        });
}

void Desk::compareAgain() {
    for (const auto& lap : beside_)
        inBackground(
            this, [m = material_, lap] { return std::make_shared<const BesideLap>(comparedAgain(*lap, *m)); },
            [this, old = lap](std::shared_ptr<const BesideLap> fresh) {
                for (auto& b : beside_)
                    if (b == old) b = fresh;
                emit besideChanged();
            });
}

void Desk::addBeside(Result<BesideLap> lap) {
    if (!lap) {
        emit failed(QString::fromStdString(sentence(lap.error())));
        return;
    }
    constexpr std::size_t kMost = 2;
    takeAway(lap->name);
    beside_.push_back(std::make_shared<const BesideLap>(std::move(*lap)));
    if (beside_.size() > kMost) beside_.erase(beside_.begin());
    emit besideChanged();
}

void Desk::putBeside(int number) {
    inBackground(
        this, [m = material_, number] { return besideLap(*m, number); },
        [this](Result<BesideLap> lap) { addBeside(std::move(lap)); });
}

void Desk::putBesideLog(const QString& file) {
    inBackground(
        this, [m = material_, path = file.toStdString()] { return besideLog(*m, path); },
        [this](Result<BesideLap> lap) { addBeside(std::move(lap)); });
}

void Desk::takeAway(const std::string& name) {
    if (std::erase_if(beside_, [&](const auto& b) { return b->name == name; }) > 0) emit besideChanged();
}

void Desk::save() {
    if (!history_) return;
    inBackground(
        this, [folder = folder_.toStdString(), g = guide()] { return saveGuide(folder, g); },
        [this, edits = edits_](Status s) {
            if (!s) {
                emit failed(QString::fromStdString(sentence(s.error())));
                return;
            }
            if (edits == edits_)
                history_->markSaved();
            else
                autosave_.start(); // saving forgot the edits kept aside; these are newer
            emit changed();
            emit saved();
        });
}

bool Desk::saveNow() {
    if (!history_) return false;
    if (auto s = saveGuide(folder_.toStdString(), guide()); !s) {
        emit failed(QString::fromStdString(sentence(s.error())));
        return false;
    }
    history_->markSaved();
    emit changed();
    return true;
}

void Desk::discardUnsaved() { forgetAutosave(folder_.toStdString()); }

void Desk::choose(int corner) {
    if (corner == corner_ || !isOpen() || !cornerNumbered(guide(), corner)) return;
    corner_ = corner;
    emit cornerChosen(corner);
}

const CornerFacts* Desk::factsOf(int corner) const {
    if (!isOpen()) return nullptr;
    for (std::size_t i = 0; i < material_->corners.size() && i < material_->facts.size(); ++i)
        if (material_->corners[i].number == corner) return &material_->facts[i];
    return nullptr;
}

void Desk::replan() {
    if (!narrator_) return;
    const long wanted = ++planWanted_;
    inBackground(
        this,
        [g = guide(), m = material_, voice = narrator_] { return std::make_shared<const Cut>(planCut(g, *m, *voice)); },
        [this, wanted](std::shared_ptr<const Cut> cut) {
            if (wanted != planWanted_) return; // a newer edit is being planned
            cut_ = std::move(cut);
            emit cutChanged();
        });
}

} // namespace hl
