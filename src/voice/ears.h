// SPDX-License-Identifier: GPL-3.0-or-later
// Decoders, one for each core, made when they are first needed. Inside voice only.
#pragma once
#include "voice/ear.h"

#include <algorithm>
#include <mutex>

namespace hl {

inline Samples stretchOf(const Samples& all, double fromS, double toS) {
    const auto at = [&](double s) {
        return static_cast<std::ptrdiff_t>(std::clamp(s * kEarRate, 0.0, static_cast<double>(all.size())));
    };
    return {all.begin() + at(fromS), all.begin() + std::max(at(fromS), at(toS))};
}

class Ears {
  public:
    Ears(const Lexicon& lexicon, std::string arpa, int framesPerS)
        : lexicon_(&lexicon), arpa_(std::move(arpa)), framesPerS_(framesPerS) {}
    Status ready() {
        auto one = Ear::open(*lexicon_, arpa_, framesPerS_);
        if (!one) return one.error();
        give(std::move(*one));
        return Done{};
    }
    /// Calls `use` with an ear that nobody else uses meanwhile.
    template <class Use> void with(const Use& use) {
        auto ear = take();
        use(ear);
        give(std::move(ear));
    }

  private:
    Ear take() {
        {
            const std::lock_guard<std::mutex> guard(*lock_);
            if (!free_.empty()) {
                Ear ear = std::move(free_.back());
                free_.pop_back();
                return ear;
            }
        }
        return std::move(*Ear::open(*lexicon_, arpa_, framesPerS_)); // the first one was opened: so can this one
    }
    void give(Ear ear) {
        const std::lock_guard<std::mutex> guard(*lock_);
        free_.push_back(std::move(ear));
    }

    const Lexicon* lexicon_;
    std::string arpa_;
    int framesPerS_;
    std::unique_ptr<std::mutex> lock_ = std::make_unique<std::mutex>();
    std::vector<Ear> free_;
};

} // namespace hl
