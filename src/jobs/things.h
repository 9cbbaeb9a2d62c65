// SPDX-License-Identifier: GPL-3.0-or-later
// Things that were clicked in the film: followed, placed beside the road, found again on another lap.
#pragma once
#include "jobs/session.h"

namespace hl {

/// Follows one marker's thing and keeps its path. On a lap on which it was not clicked it is looked for where its place
/// on the road says it must be. Sure pictures that its place contradicts become unsure.
/// Errors: follow.*, media.*, job.cancelled.
Result<FollowedPath> followMarker(const Guide& guide, const Session& session, const Marker& marker,
                                  const Progress& progress);

/// Beside the road, from where it was seen; none where the camera is assumed or the sights do not meet.
std::optional<OnRoad> thingOnRoad(const Guide& guide, const Session& session, const FollowedPath& path);

/// The references that rings and loupes of the guide stand on.
std::vector<ReferenceId> ringedReferences(const Guide& guide);

/// A reference followed from where it is well seen ahead: how far beside its place its sights meet. Zero where it is
/// not held until close, or where what was followed stands elsewhere. Errors: job.cancelled, media.*.
Result<SeenBeside> besideReference(const Guide& guide, const Session& session, ReferenceId thing,
                                   const Progress& progress);

/// Of which film, lap and click a path was followed; what the cache keeps it under.
std::string thingKey(const Session& session, const InFilm& in);

} // namespace hl
