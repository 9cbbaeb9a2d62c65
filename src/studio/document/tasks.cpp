// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/document/tasks.h"

#include "studio/document/lane_threads.h"

#include <chrono>
#include <QCoreApplication>
#include <QEvent>

namespace hl {
namespace {

/// Closures on their way to the interface's thread. A lock of ours hands them over; Qt only rings the bell.
class Inbox : public QObject {
  public:
    void put(std::function<void()> closure) {
        {
            const std::lock_guard lock(mutex_);
            waiting_.push_back(std::move(closure));
        }
        QCoreApplication::postEvent(this, new QEvent(QEvent::User)); // Qt owns it; it carries nothing
    }
    void deliver() {
        std::deque<std::function<void()>> now;
        {
            const std::lock_guard lock(mutex_);
            now.swap(waiting_);
        }
        for (auto& closure : now) closure();
    }
    bool event(QEvent* e) override {
        if (e->type() != QEvent::User) return QObject::event(e);
        deliver();
        return true;
    }

  private:
    std::mutex mutex_;
    std::deque<std::function<void()>> waiting_;
};

using Clock = std::chrono::steady_clock;
constexpr int kBetweenReportsMs = 16;
constexpr int kGiveWay = 10;     // a hand at the controls comes first
constexpr int kAfterTheHand = 4; // nice: the interface goes first, and nobody else is kept waiting

} // namespace

struct Tasks::Lanes {
    Inbox inbox; // outlives the threads that write to it
    LaneThreads quick{2, kAfterTheHand}, sound{1, kGiveWay}, longer{2, kGiveWay}, writing{1, 0};
    LaneThreads& of(Lane lane) {
        switch (lane) {
        case Lane::Quick: return quick;
        case Lane::Sound: return sound;
        case Lane::Long: return longer;
        default: return writing;
        }
    }
};

Tasks::Tasks(QObject* parent) : QObject(parent), lanes_(std::make_unique<Lanes>()) {}

Tasks::~Tasks() {
    for (auto& [kind, task] : running_) task.stop.request_stop();
    lanes_->writing.wait(); // what was to be saved is saved
}

void Tasks::run(QObject* owner, TaskKind kind, std::function<void(const Progress&)> work, std::function<void()> then) {
    const std::string name = kind.part ? kind.name + std::to_string(kind.part) : std::string(kind.name);
    if (const auto before = running_.find(name); before != running_.end()) {
        before->second.stop.request_stop();
        *before->second.wanted = false; // of writing too: what is newer is written instead
    }
    const long ticket = ++tickets_;
    std::stop_source stop;
    const auto wanted = std::make_shared<std::atomic<bool>>(true);
    running_[name] = {ticket, kind, stop, wanted};
    auto& inbox = lanes_->inbox;
    const auto newest = [this, name, ticket] {
        const auto it = running_.find(name);
        return it != running_.end() && it->second.ticket == ticket;
    };
    // Sixty times a second is as much as an eye sees. A job that tells more would keep the interface delivering for
    // ever.
    auto last = std::make_shared<std::atomic<Clock::rep>>(0);
    const Progress progress{[this, &inbox, newest, name, last](double share, const std::string& doing) {
                                const auto now = Clock::now().time_since_epoch() / std::chrono::milliseconds(1);
                                auto before = last->load();
                                if (now - before < kBetweenReportsMs || !last->compare_exchange_strong(before, now))
                                    return;
                                inbox.put([this, newest, name, share, doing] {
                                    if (newest())
                                        emit progressed(QString::fromStdString(name), share,
                                                        QString::fromStdString(doing));
                                });
                            },
                            stop.get_token()};
    auto finish = [this, newest, name, guard = QPointer<QObject>(owner), then = std::move(then)] {
        if (!newest()) return; // overtaken, dropped, or of a document that is closed
        running_.erase(name);
        if (guard) then();
        emit ended(QString::fromStdString(name));
    };
    lanes_->of(kind.lane).add(
        [this, &inbox, progress, wanted, work = std::move(work), finish = std::move(finish)]() mutable {
            if (!*wanted) return;
            const auto done = barred([&]() -> Status {
                work(progress);
                return Done{};
            });
            if (!done) inbox.put([this, said = QString::fromStdString(sentence(done.error()))] { emit threw(said); });
            work = nullptr;
            inbox.put(std::move(finish));
        });
}

void Tasks::newDocument() {
    for (auto it = running_.begin(); it != running_.end();)
        if (it->second.kind.ofDocument) {
            it->second.forget();
            it = running_.erase(it);
        } else
            ++it;
}

void Tasks::cancel(const char* kind) {
    if (const auto it = running_.find(kind); it != running_.end()) it->second.stop.request_stop();
}

void Tasks::drop(const char* kind) {
    if (const auto it = running_.find(kind); it != running_.end()) {
        it->second.forget();
        running_.erase(it);
        emit ended(QString::fromLatin1(kind));
    }
}

bool Tasks::running(const char* kind) const { return running_.contains(kind); }

void Tasks::finishWriting() { lanes_->writing.wait(); }

void Tasks::waitForAll() {
    for (auto* lane : {&lanes_->quick, &lanes_->sound, &lanes_->longer, &lanes_->writing}) lane->wait();
    lanes_->inbox.deliver();
}

} // namespace hl
