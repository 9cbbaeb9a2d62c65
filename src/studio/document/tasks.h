// SPDX-License-Identifier: GPL-3.0-or-later
// Long work of the open document. A task is bound to the document it was started for: when another one is opened it is
// told to stop and its answer lands nowhere. Of one kind the newest wins. Nobody else counts generations.
#pragma once
#include "core/units/barred.h"
#include "jobs/progress.h"

#include <atomic>
#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <QObject>
#include <QPointer>
#include <QString>
#include <string>

namespace hl {

/// Quick: what a person waits for. Sound: what will be heard, seconds at a time, which nothing else waits for. Long:
/// minutes; at low priority. Writing: one after the other, in the order of asking.
enum class Lane { Quick, Sound, Long, Writing };

struct TaskKind {
    const char* name = ""; ///< of one name only the newest counts
    Lane lane = Lane::Quick;
    bool ofDocument = true; ///< ends with the document; else with the Tasks
    int part = 0;           ///< tells apart those of one name that may run beside each other
};

class Tasks : public QObject {
    Q_OBJECT
  public:
    explicit Tasks(QObject* parent = nullptr);
    ~Tasks() override; ///< tells everything to stop and waits for it

    /// Runs `work(progress)` off the interface's thread. `then(result)` follows on the interface's thread, unless
    /// `owner` is gone, a newer task of the kind was started, or the document was closed meanwhile.
    template <class Work, class Then> void start(QObject* owner, TaskKind kind, Work work, Then then) {
        using Answer = decltype(work(std::declval<const Progress&>()));
        auto answer = std::make_shared<std::optional<Answer>>();
        run(
            owner, kind,
            [answer, work = std::move(work)](const Progress& p) mutable {
                if constexpr (std::is_constructible_v<Answer, Error>) // what is thrown is an answer like another
                    answer->emplace(barred([&] { return work(p); }));
                else
                    answer->emplace(work(p));
            },
            [answer, then = std::move(then)]() mutable {
                if (*answer) then(std::move(**answer)); // else it threw(), and there is none
            });
    }

    void newDocument();            ///< everything of the document before is stopped and forgotten
    void cancel(const char* kind); ///< its answer still lands, and says that it was stopped
    void drop(const char* kind);   ///< stopped, and its answer lands nowhere
    bool running(const char* kind) const;
    void finishWriting(); ///< waits for the writing lane, for a window that closes
    void waitForAll();    ///< in tests

  signals:
    void progressed(const QString& kind, double share, const QString& doing);
    void threw(const QString& sentence); ///< work that has no errors of its own ended in an exception
    void ended(const QString& kind);     ///< after its answer was handed over, or dropped

  private:
    void run(QObject* owner, TaskKind kind, std::function<void(const Progress&)> work, std::function<void()> then);
    struct Running {
        long ticket = 0;
        TaskKind kind;
        std::stop_source stop;
        std::shared_ptr<std::atomic<bool>> wanted; ///< false: need not begin any more
        void forget() {
            stop.request_stop();
            if (kind.lane != Lane::Writing) *wanted = false;
        }
    };
    std::map<std::string, Running> running_; ///< the newest of each kind
    long tickets_ = 0;
    struct Lanes;
    std::unique_ptr<Lanes> lanes_;
};

} // namespace hl
