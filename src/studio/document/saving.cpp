// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/document/saving.h"

#include "store/guide_file.h"

namespace hl {
namespace {

constexpr int kAsideMs = 700; // after the last edit
constexpr TaskKind kSaving{"save", Lane::Writing}, kKeepingAside{"keep aside", Lane::Writing};

} // namespace

Saving::Saving(Tasks& tasks) : tasks_(tasks) {
    soon_.setSingleShot(true);
    soon_.setInterval(kAsideMs);
    connect(&soon_, &QTimer::timeout, this, &Saving::keepAside);
}

void Saving::begin(const QString& folder) {
    soon_.stop();
    pending_.reset();
    folder_ = folder;
}

void Saving::edited(const Guide& guide, bool unsaved) {
    ++edits_;
    if (unsaved) {
        pending_ = guide;
        soon_.start();
        return;
    }
    // Undone to what is saved: what was kept aside of it must not come back.
    pending_.reset();
    soon_.stop();
    tasks_.start(
        this, kKeepingAside,
        [folder = folder_.toStdString()](const Progress&) {
            forgetAutosave(folder);
            return true;
        },
        [](bool) {});
}

void Saving::keepAside() {
    if (!pending_) return;
    tasks_.start(
        this, kKeepingAside,
        [folder = folder_.toStdString(), g = std::move(*pending_)](const Progress&) {
            return autosaveGuide(folder, g);
        },
        [this](Status s) {
            if (!s) emit failed(QString::fromStdString(sentence(s.error())));
        });
    pending_.reset();
}

void Saving::save(const Guide& guide) {
    tasks_.start(
        this, kSaving, [folder = folder_.toStdString(), guide](const Progress&) { return saveGuide(folder, guide); },
        [this, edits = edits_](Status s) {
            if (!s) {
                emit failed(QString::fromStdString(sentence(s.error())));
                return;
            }
            const bool newest = edits == edits_;
            if (newest) pending_.reset();
            emit saved(newest);
        });
}

Status Saving::saveNow(const Guide& guide) {
    soon_.stop();
    pending_.reset();
    tasks_.finishWriting();
    return saveGuide(folder_.toStdString(), guide);
}

void Saving::discard() {
    soon_.stop();
    pending_.reset();
    tasks_.finishWriting();
    if (!folder_.isEmpty()) forgetAutosave(folder_.toStdString());
}

} // namespace hl
