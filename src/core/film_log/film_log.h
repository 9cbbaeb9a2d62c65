// SPDX-License-Identifier: GPL-3.0-or-later
// A film's own log: what its camera's sensors measured, as a car log on the film's clock.
#pragma once
#include "core/film_log/receiver_delay.h"

namespace hl {

struct FilmLog {
    CarLog log;  ///< Time is the film's own
    Delay delay; ///< of the receiver; taken out
};

/// Positions and speed of the receiver, rotation and accelerations of the car where the camera has the sensors, told
/// apart by what they do. The picture's motion, empty where nobody looked, tells the receiver's delay where no sensor
/// does. Errors: film-log.no-receiver, film-log.no-fix.
Result<FilmLog> filmLog(const SensorStreams& streams, const PictureMotion& picture = {});

} // namespace hl
