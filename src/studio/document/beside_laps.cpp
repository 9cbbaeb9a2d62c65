// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/document/beside_laps.h"

namespace hl {
namespace {

constexpr std::size_t kMost = 2;
constexpr TaskKind kComparing{"compare laps again"};

/// Two that are asked for shortly after each other both come.
TaskKind putting(int which) { return {"put a lap beside", Lane::Quick, true, which}; }

} // namespace

void BesideLaps::begin(std::shared_ptr<const Session> session) {
    session_ = std::move(session);
    laps_.clear();
}

void BesideLaps::measuredAgain(std::shared_ptr<const Session> session) {
    session_ = std::move(session);
    if (laps_.empty()) return;
    tasks_.start(
        this, kComparing,
        [s = session_, laps = laps_](const Progress&) {
            std::vector<std::shared_ptr<const BesideLap>> fresh;
            for (const auto& lap : laps) fresh.push_back(std::make_shared<const BesideLap>(comparedAgain(*lap, *s)));
            return fresh;
        },
        [this](const std::vector<std::shared_ptr<const BesideLap>>& fresh) {
            for (auto& lap : laps_) // one may have been taken away meanwhile
                for (auto& f : fresh)
                    if (f->name == lap->name) lap = f;
            emit changed();
        });
}

void BesideLaps::add(Result<BesideLap> lap) {
    if (!lap) {
        emit failed(QString::fromStdString(sentence(lap.error())));
        return;
    }
    std::erase_if(laps_, [&](const auto& b) { return b->name == lap->name; });
    laps_.push_back(std::make_shared<const BesideLap>(std::move(*lap)));
    if (laps_.size() > kMost) laps_.erase(laps_.begin());
    emit changed();
}

void BesideLaps::put(int number) {
    if (!session_) return;
    tasks_.start(
        this, putting(++asked_), [s = session_, number](const Progress&) { return besideLap(*s, number); },
        [this](Result<BesideLap> lap) { add(std::move(lap)); });
}

void BesideLaps::putLog(const QString& file) {
    if (!session_) return;
    tasks_.start(
        this, putting(++asked_),
        [s = session_, path = file.toStdString()](const Progress&) { return besideLog(*s, path); },
        [this](Result<BesideLap> lap) { add(std::move(lap)); });
}

void BesideLaps::takeAway(const std::string& name) {
    if (std::erase_if(laps_, [&](const auto& b) { return b->name == name; }) > 0) emit changed();
}

} // namespace hl
