// SPDX-License-Identifier: GPL-3.0-or-later
// What the film itself shows, looked at once and kept in the guide's cache: how the camera shook, where the car is in
// the picture, where clicked things went.
#pragma once
#include "jobs/session.h"

namespace hl {

/// Fills the session with what the cache holds of this guide's film, camera and things. Cheap.
Session withWhatWasSeen(Session session, const Guide& guide);

/// Whether nothing is left to look for: the car in the picture, and each reference a ring stands on.
bool isLookedAt(const Session& session, const Guide& guide);

/// Looks at the whole film for what is not in the cache yet, keeps it there, and returns the session with it. Nothing
/// is looked for where the camera is only assumed. Errors: job.cancelled, media.*.
Result<Session> lookedAtFilm(Session session, const Guide& guide, const Progress& progress);

/// How the camera turned beyond the log in each picture of the film; empty where hardly anything shook.
Result<Shake> seenShake(const Guide& guide, const Session& session, const Progress& progress);

} // namespace hl
