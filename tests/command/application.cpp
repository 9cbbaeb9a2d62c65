// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/ends_application.h"
