// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/phrases.h"

namespace hl {
namespace {

constexpr std::size_t kWays = 3;
using Ways = std::string_view[kWays];

/// With figures and by feel, each to the pupil and of oneself. An empty row: as the one before it in that order.
struct Phrase {
    Saying saying;
    Ways you, i, youFeel, iFeel;
};

constexpr Phrase kPhrases[] = {
    {Saying::Named, {"{name}, {kind}.", "This is {name}, {kind}.", "Next, {name}, {kind}."}, {}, {}, {}},
    {Saying::Numbered, {"Turn {n}, {kind}.", "Turn {n} is {kind}.", "Next, turn {n}, {kind}."}, {}, {}, {}},
    {Saying::ComeIn,
     {" Come in {where}{gear}.", " You arrive {where}{gear}.", " Arrive {where}{gear}."},
     {" I come in {where}{gear}.", " I arrive {where}{gear}.", " I get here {where}{gear}."},
     {},
     {}},
    {Saying::BrakeAt,
     {"Brake {offset}{peak}{gear}.", "Start braking {offset}{peak}{gear}.", "On the brakes {offset}{peak}{gear}."},
     {"I brake {offset}{peak}{gear}.", "I start braking {offset}{peak}{gear}.",
      "I go to the brakes {offset}{peak}{gear}."},
     {},
     {}},
    {Saying::BrakeByFeel,
     {"There is nothing good to brake by here: find it by feel{peak}{gear}.",
      "Brake by feel, there is no good mark{peak}{gear}.", "No mark to brake by{peak}{gear}."},
     {"I have nothing good to brake by here, I do it by feel{peak}{gear}.",
      "I brake by feel, there is no good mark{peak}{gear}.", "I have no mark to brake by{peak}{gear}."},
     {},
     {}},
    {Saying::BrakeHere,
     {"Brake here{peak}{gear}.", "Start braking here{peak}{gear}.", "On the brakes here{peak}{gear}."},
     {"I brake here{peak}{gear}.", "I start braking here{peak}{gear}.", "I go to the brakes here{peak}{gear}."},
     {},
     {}},
    {Saying::Trail,
     {"Let the pedal bleed away as you turn, {trail} past the turn-in.",
      "Carry the brake in: it comes off {trail} after you turn.", "Keep a little brake for {trail} into the turn."},
     {"I let the pedal bleed away as I turn, {trail} past the turn-in.",
      "I carry the brake in, and come off it {trail} after I turn.",
      "I keep a little brake for {trail} into the turn."},
     {"Let the pedal bleed away as you turn, {trail}.", "Carry the brake in, {trail}.",
      "Keep a little brake as you turn, {trail}."},
     {"I let the pedal bleed away as I turn, {trail}.", "I carry the brake in, {trail}.",
      "I keep a little brake as I turn, {trail}."}},
    {Saying::Lift,
     {"No brake here: just lift and let it roll in.", "A lift is enough, no brake.", "Off the power, no brake at all."},
     {"I do not brake here: I lift and let it roll in.", "I only lift, no brake.",
      "I come off the power, no brake at all."},
     {},
     {}},
    {Saying::TurnIn,
     {"Turn in {offset}.", "Turn {offset}, in one go.", "Your turn-in is {offset}."},
     {"I turn in {offset}.", "I turn {offset}, in one go.", "My turn-in is {offset}."},
     {},
     {}},
    {Saying::ApexKerb,
     {"Clip the {side} kerb; the slowest point is {speed}.", "Aim for the {side} kerb, {speed} at the slowest.",
      "To the {side} kerb: {speed} at the slowest point."},
     {"I clip the {side} kerb; the slowest point is {speed}.", "I aim for the {side} kerb, {speed} at the slowest.",
      "I go to the {side} kerb: {speed} at the slowest point."},
     {"Clip the {side} kerb.", "Aim for the {side} kerb.", "All the way to the {side} kerb."},
     {"I clip the {side} kerb.", "I aim for the {side} kerb.", "I go all the way to the {side} kerb."}},
    {Saying::Apex,
     {"{speed} at the slowest point.", "The slowest point is {speed}.", "It slows to {speed}."},
     {"I have {speed} at the slowest point.", "My slowest point is {speed}.", "I slow to {speed}."},
     {"Wait for the apex on the {side}.", "Come in to the {side} at the apex.", "Be tight on the {side}."},
     {"I wait for the apex on the {side}.", "I come in to the {side} at the apex.", "I am tight on the {side}."}},
    {Saying::Power,
     {"First power {where}{full}.", "Squeeze the power on {where}{full}.", "Back to power {where}{full}."},
     {"I take first power {where}{full}.", "I squeeze the power on {where}{full}.",
      "I am back to power {where}{full}."},
     {},
     {}},
    {Saying::LiftAgain,
     {"I had to lift again here: wait, then ask once.", "It asked for a lift afterwards: be later and do it once.",
      "A lift spoils this exit: start the power later."},
     {},
     {},
     {}},
    {Saying::LiftOften,
     {"In most corners of this lap the power goes down once more after the first squeeze: that is how it was driven, "
      "so "
      "it is said only here.",
      "The power is lifted once more in most corners of this lap; it is not told again.",
      "A second lift comes in most corners of this lap, and is told only this once."},
     {},
     {},
     {}},
    {Saying::Exit,
     {"Let it run out to the {side} edge.", "Use all the road on the {side}.", "And out to the {side}."},
     {"I let it run out to the {side} edge.", "I use all the road on the {side}.", "I take it out to the {side}."},
     {},
     {}}};

} // namespace

std::span<const std::string_view> phrases(Saying saying, const School& school) {
    const auto& p = kPhrases[static_cast<std::size_t>(saying)];
    const auto& plain = school.asI && !p.i[0].empty() ? p.i : p.you;
    const auto& feel = school.asI && !p.iFeel[0].empty() ? p.iFeel : p.youFeel;
    return school.numbers || feel[0].empty() ? plain : feel;
}

} // namespace hl
