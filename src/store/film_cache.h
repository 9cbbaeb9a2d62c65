// SPDX-License-Identifier: GPL-3.0-or-later
// What was seen in a film and is dear to look at again, kept in the guide's cache: how its camera shook, where the car
// itself is in its picture, where clicked things went. Small CSV files; what cannot be read counts as not there.
#pragma once
#include "core/camera/followed.h"
#include "core/camera/seen_beside.h"
#include "core/camera/shake.h"
#include "core/units/result.h"

#include <filesystem>
#include <optional>

namespace hl {

/// `key` says of what it was made (film, camera, tie): kept under another key it is stale, and none.
Status keepShake(const std::filesystem::path& guide, const std::string& key, const Shake& shake);
std::optional<Shake> keptShake(const std::filesystem::path& guide, const std::string& key);

Status keepBonnet(const std::filesystem::path& guide, const std::string& key, const std::vector<double>& rows);
std::optional<std::vector<double>> keptBonnet(const std::filesystem::path& guide, const std::string& key);

/// `key` names film and click.
Status keepFollowed(const std::filesystem::path& guide, MarkerId marker, const std::string& key,
                    const FollowedPath& path);
std::optional<FollowedPath> keptFollowed(const std::filesystem::path& guide, MarkerId marker, const std::string& key);

/// `key` names film, camera, tie and place.
Status keepBeside(const std::filesystem::path& guide, ReferenceId thing, const std::string& key, const SeenBeside& by);
std::optional<SeenBeside> keptBeside(const std::filesystem::path& guide, ReferenceId thing, const std::string& key);

} // namespace hl
