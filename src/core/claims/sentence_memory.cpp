// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/sentence_memory.h"

namespace hl {

SentenceMemory::Claims SentenceMemory::of(int corner, const std::string& sentence) const {
    const std::lock_guard lock(mutex_);
    const auto it = known_.find({corner, sentence});
    return it == known_.end() ? nullptr : it->second;
}

void SentenceMemory::keep(int corner, std::string sentence, Claims claims) {
    const std::lock_guard lock(mutex_);
    if (known_.size() >= kMost) known_.clear();
    known_.insert_or_assign({corner, std::move(sentence)}, std::move(claims));
}

} // namespace hl
