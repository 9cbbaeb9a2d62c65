// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/moved_rows.h"

#include <algorithm>
#include <cstring>

#ifdef __x86_64__
#include <immintrin.h>
#endif

namespace hl {
namespace {

void onePixel(const PlaneView& p, const RowFlow& flow, float by, int row, int x, std::uint8_t* out) {
    const auto i = static_cast<std::size_t>(x);
    const int u = std::clamp((x << 5) + static_cast<int>(by * flow.x[i]), 0, ((p.width - 1) << 5) - 1),
              v = std::clamp((row << 5) + static_cast<int>(by * flow.y[i]), 0, ((p.height - 1) << 5) - 1);
    const auto* at = p.base + static_cast<std::ptrdiff_t>(v >> 5) * p.line + (u >> 5);
    const int fx = u & 31, fy = v & 31;
    const int above = (at[0] << 5) + (at[1] - at[0]) * fx,
              below = (at[p.line] << 5) + (at[p.line + 1] - at[p.line]) * fx;
    out[x] = static_cast<std::uint8_t>(((above << 5) + (below - above) * fy + 512) >> 10);
}

#ifdef __x86_64__
/// The places are worked out and the pixels mixed eight at a time; they are fetched one by one, which is quicker than
/// the processor's own gathering.
__attribute__((target("avx2"))) int eightByEight(const PlaneView& p, const RowFlow& flow, float by, int row, Run run,
                                                 std::uint8_t* out) {
    const __m256i zero = _mm256_setzero_si256(), right = _mm256_set1_epi32(((p.width - 1) << 5) - 1),
                  low = _mm256_set1_epi32(((p.height - 1) << 5) - 1), line = _mm256_set1_epi32(p.line),
                  part = _mm256_set1_epi32(31), v0 = _mm256_set1_epi32(row << 5), on = _mm256_set1_epi32(256);
    const __m256 times = _mm256_set1_ps(by);
    const __m128i whole = _mm_set1_epi16(32), half = _mm_set1_epi32(512);
    const std::uint8_t *const base = p.base, *const under = p.base + p.line;
    const float *const fx = flow.x.data(), *const fy = flow.y.data();
    __m256i u0 =
        _mm256_add_epi32(_mm256_setr_epi32(0, 32, 64, 96, 128, 160, 192, 224), _mm256_set1_epi32(run.from << 5));
    alignas(32) std::int32_t at[8];
    alignas(16) std::uint16_t top[8], bottom[8]; // two pixels each, the left one in the low byte
    int x = run.from;
    for (; x + 8 <= run.to; x += 8, u0 = _mm256_add_epi32(u0, on)) {
        const auto dx = _mm256_cvttps_epi32(_mm256_mul_ps(times, _mm256_loadu_ps(fx + x))),
                   dy = _mm256_cvttps_epi32(_mm256_mul_ps(times, _mm256_loadu_ps(fy + x)));
        const auto u = _mm256_min_epi32(_mm256_max_epi32(_mm256_add_epi32(u0, dx), zero), right),
                   v = _mm256_min_epi32(_mm256_max_epi32(_mm256_add_epi32(v0, dy), zero), low);
        _mm256_store_si256(
            reinterpret_cast<__m256i*>(at),
            _mm256_add_epi32(_mm256_mullo_epi32(_mm256_srai_epi32(v, 5), line), _mm256_srai_epi32(u, 5)));
        for (int k = 0; k < 8; ++k) {
            std::memcpy(&top[k], base + at[k], 2);
            std::memcpy(&bottom[k], under + at[k], 2);
        }
        const auto narrow = [](__m256i w) __attribute__((target("avx2"), always_inline)) {
            return _mm_packs_epi32(_mm256_castsi256_si128(w), _mm256_extracti128_si256(w, 1));
        };
        const auto wx = narrow(_mm256_and_si256(u, part)), wy = narrow(_mm256_and_si256(v, part));
        const auto across = _mm_or_si128(_mm_sub_epi16(whole, wx), _mm_slli_epi16(wx, 8)); // bytes: left, right
        const auto above = _mm_maddubs_epi16(_mm_load_si128(reinterpret_cast<const __m128i*>(top)), across),
                   below = _mm_maddubs_epi16(_mm_load_si128(reinterpret_cast<const __m128i*>(bottom)), across);
        const auto wUp = _mm_sub_epi16(whole, wy);
        const auto first = _mm_madd_epi16(_mm_unpacklo_epi16(above, below), _mm_unpacklo_epi16(wUp, wy)),
                   second = _mm_madd_epi16(_mm_unpackhi_epi16(above, below), _mm_unpackhi_epi16(wUp, wy));
        const auto words = _mm_packs_epi32(_mm_srai_epi32(_mm_add_epi32(first, half), 10),
                                           _mm_srai_epi32(_mm_add_epi32(second, half), 10));
        _mm_storel_epi64(reinterpret_cast<__m128i*>(out + x), _mm_packus_epi16(words, words));
    }
    return x;
}
#endif

} // namespace

void movedRow(const PlaneView& p, const RowFlow& flow, float by, int row, Run run, std::uint8_t* out) {
    int x = run.from;
#ifdef __x86_64__
    static const bool wide = __builtin_cpu_supports("avx2") != 0;
    if (wide) x = eightByEight(p, flow, by, row, run, out);
#endif
    for (; x < run.to; ++x) onePixel(p, flow, by, row, x, out);
}

} // namespace hl
