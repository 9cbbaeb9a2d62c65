// SPDX-License-Identifier: GPL-3.0-or-later
// The almanac: a small database of the guides a person has, so that the shelf shows them at once. It only repeats what
// lies in the guides' folders, and can be made again from them at any time.
#pragma once
#include "core/track/track.h"
#include "core/units/result.h"

#include <filesystem>
#include <memory>
#include <string>
#include <vector>

namespace hl {

/// How far one station of the work is, as the lamps on the line tell it.
enum class StationState { Hollow, Filled, Broken };

/// A file that a guide needs and that is not where it was.
struct MovedFile {
    std::string what; ///< "film", "log", "track"
    std::string path;
    friend bool operator==(const MovedFile&, const MovedFile&) = default;
};

/// What the shelf shows of a guide.
struct GuideCard {
    std::filesystem::path folder; ///< absolute
    std::string title, track, car, series, channel, conditions;
    bool realTrack = true;
    double lapS = 0;    ///< 0: not known
    double lengthS = 0; ///< of the finished guide; 0: not known
    int corners = 0;
    int contradictions = 0;             ///< between words and lap, when it was last brought up
    bool readOnly = false;              ///< its folder cannot be written to
    std::vector<StationState> stations; ///< in the order of the line
    std::string lacks;                  ///< what it still needs, a sentence; empty: nothing
    std::string published;              ///< "2026-11-02", the last time; empty: never
    bool changedSince = false;          ///< after it was published
    std::vector<Vec2> shape;            ///< of the road, m; empty: not known
    std::string still;                  ///< a picture of it, a file; empty: none
    std::vector<MovedFile> moved;
    std::string trouble;    ///< why it cannot be opened; empty: it can
    long long usedAt = 0;   ///< when it was last worked on, ms since 1970
    long long readFrom = 0; ///< when its folder last changed, as it was read; ms since 1970
    friend bool operator==(const GuideCard&, const GuideCard&) = default;
};

/// Whether every word that was typed stands in the card, in any case.
bool matches(const GuideCard& card, std::string_view typed);

class Almanac {
  public:
    /// Opens or makes the database. One that is damaged is put aside (.damaged) and a new one is begun.
    /// Errors: almanac.unwritable.
    static Result<Almanac> open(const std::filesystem::path& file);
    Almanac(Almanac&&) noexcept;
    Almanac& operator=(Almanac&&) noexcept;
    ~Almanac();

    /// Every card, what was worked on last first.
    Result<std::vector<GuideCard>> cards() const;
    Status put(const GuideCard& card); ///< by its folder
    Status put(const std::vector<GuideCard>& cards);
    Status remove(const std::filesystem::path& folder); ///< the guide itself stays
    bool wasDamaged() const;

  private:
    struct Impl;
    explicit Almanac(std::unique_ptr<Impl> impl);
    std::unique_ptr<Impl> impl_;
};

/// $XDG_DATA_HOME/highlantern/almanac.sqlite, or ~/.local/share.
std::filesystem::path almanacFile();

} // namespace hl
