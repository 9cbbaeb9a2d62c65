// SPDX-License-Identifier: GPL-3.0-or-later
// Every kind of section, one file each.
#pragma once
#include "core/cut/sections/planning.h"

namespace hl {

void buildCard(const Planning& p, const Group& group, SectionBuilder& out);
void buildConditions(const Planning& p, const Group& group, SectionBuilder& out);
void buildSetup(const Planning& p, const Group& group, SectionBuilder& out);
void buildLap(const Planning& p, const Group& group, SectionBuilder& out);
void buildWalkThrough(const Planning& p, const Group& group, SectionBuilder& out);
void buildDetail(const Planning& p, const Group& group, SectionBuilder& out);
void buildRun(const Planning& p, const Group& group, SectionBuilder& out);
void buildAbove(const Planning& p, const Group& group, SectionBuilder& out);
void buildFaults(const Planning& p, const Group& group, SectionBuilder& out);
void buildOutside(const Planning& p, const Group& group, SectionBuilder& out);
void buildTwoLaps(const Planning& p, const Group& group, SectionBuilder& out);
void buildRecap(const Planning& p, const Group& group, SectionBuilder& out);
void buildOtherLap(const Planning& p, const Group& group, SectionBuilder& out);
void buildClose(const Planning& p, const Group& group, SectionBuilder& out);

} // namespace hl
