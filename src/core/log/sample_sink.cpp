// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/sample_sink.h"

#if __has_include(<sys/mman.h>)
#include <sys/mman.h>
#endif

namespace hl {
namespace {
constexpr std::size_t kNamedRows = 20; // after these the rest are only counted

/// A long log fills memory as fast as it comes; in small pages the system would spend as long handing it out.
void inLargePages([[maybe_unused]] std::vector<double>& v) {
#ifdef MADV_HUGEPAGE
    constexpr std::uintptr_t kPage = 4096, kLarge = 2 * 1024 * 1024;
    const auto from = (reinterpret_cast<std::uintptr_t>(v.data()) + kPage - 1) / kPage * kPage;
    const auto to = reinterpret_cast<std::uintptr_t>(v.data() + v.capacity()) / kPage * kPage;
    if (to > from + kLarge) madvise(reinterpret_cast<void*>(from), to - from, MADV_HUGEPAGE); // a wish, not a need
#endif
}
} // namespace

SampleSink::SampleSink(std::vector<Channel> used) : used_(std::move(used)) {
    timed_ = std::find(used_.begin(), used_.end(), Channel::Time) != used_.end();
    row_.fill(kNaN);
}

void SampleSink::reserve(std::size_t rows) {
    for (const auto c : used_) {
        log_[c].reserve(rows);
        inLargePages(log_[c]);
    }
}

void SampleSink::bad(std::size_t line, std::string why) {
    if (++log_.badRows <= kNamedRows) log_.notes.push_back({line, std::move(why)});
    row_.fill(kNaN);
}

void SampleSink::end(std::size_t line) {
    if (timed_) {
        double& t = row_[static_cast<std::size_t>(Channel::Time)];
        if (!std::isfinite(t)) return bad(line, "row has no time");
        const double raw = t;
        t += joined_;
        if (t <= last_) {
            // A clock that falls back to its beginning starts again; one that stutters is wrong.
            const double before = last_ - joined_;
            if (raw < 0.1 * before && before - raw > 100 * step_ && rows_ > 20) {
                joined_ = last_ + step_ - raw;
                t = raw + joined_;
                ++restarts_;
                if (restarts_ <= 3)
                    log_.notes.push_back({line, "the time starts again here; joined to what was before"});
            } else if (t == last_) {
                ++repeated_;
                row_.fill(kNaN);
                return;
            } else
                return bad(line, "time does not go forward; the row is left out");
        }
        if (rows_ > 0 && rows_ < 400 && t - last_ > 0)
            step_ = rows_ == 1 ? t - last_ : std::min(step_, t - last_) * 0.5 + step_ * 0.5;
        last_ = t;
    }
    for (const auto c : used_) log_[c].push_back(row_[static_cast<std::size_t>(c)]);
    row_.fill(kNaN);
    ++rows_;
}

bool SampleSink::append(std::span<const std::span<const double>> columns) {
    constexpr std::size_t kLearned = 400; // rows that the step is learned from
    if (columns.empty() || columns.size() != used_.size() || rows_ < kLearned || joined_ != 0) return false;
    const auto n = columns.front().size();
    if (timed_) {
        const auto t =
            columns[static_cast<std::size_t>(std::find(used_.begin(), used_.end(), Channel::Time) - used_.begin())];
        double last = last_;
        for (const double v : t) {
            if (!(v > last) || !std::isfinite(v)) return false;
            last = v;
        }
        last_ = last;
    }
    for (std::size_t k = 0; k < used_.size(); ++k)
        log_[used_[k]].insert(log_[used_[k]].end(), columns[k].begin(), columns[k].end());
    rows_ += n;
    return true;
}

CarLog SampleSink::finish() {
    if (repeated_ > 0)
        log_.notes.push_back(
            {0, std::to_string(repeated_) + " rows repeat the time of the row before and are left out"});
    if (log_.badRows > kNamedRows)
        log_.notes.push_back({0, std::to_string(log_.badRows - kNamedRows) + " more rows cannot be used"});
    log_.badRows += repeated_;
    return std::move(log_);
}

} // namespace hl
