// SPDX-License-Identifier: GPL-3.0-or-later
// What sentences claimed when they were read, so that a text of which one sentence is new takes as long as that one.
#pragma once
#include "core/claims/claim.h"

#include <memory>
#include <mutex>
#include <unordered_map>

namespace hl {

class SentenceMemory {
  public:
    using Claims = std::shared_ptr<const std::vector<Claim>>;
    static constexpr std::size_t kMost = 4096; ///< sentences; where more come, all are forgotten

    /// Null: not read yet. For any thread, as `keep`.
    Claims of(int corner, const std::string& sentence) const;
    void keep(int corner, std::string sentence, Claims claims);

  private:
    struct Key {
        int corner = 0;
        std::string sentence;
        bool operator==(const Key&) const = default;
    };
    struct Hash {
        std::size_t operator()(const Key& k) const {
            return std::hash<std::string>()(k.sentence) + static_cast<std::size_t>(k.corner);
        }
    };
    mutable std::mutex mutex_;
    std::unordered_map<Key, Claims, Hash> known_;
};

} // namespace hl
