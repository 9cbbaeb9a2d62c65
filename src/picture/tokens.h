// SPDX-License-Identifier: GPL-3.0-or-later
// The one place for colours, sizes and type. Studio, video, page and print all take theirs from here.
#pragma once
#include <QColor>
#include <QFont>

namespace hl::look {

// ground and panels
inline constexpr QRgb kMarsh900 = 0xff12231f, kMarsh800 = 0xff1a302b, kMarsh700 = 0xff26433c, kMarsh600 = 0xff3a5a52;
// text on dark
inline constexpr QRgb kReed = 0xff9bb0a6, kMist = 0xffdde6df;
// the desk
inline constexpr QRgb kPaper = 0xfffaf6ec, kPaperShade = 0xfff1eada, kRule = 0xffdcd0b8;
inline constexpr QRgb kInk = 0xff1c2a28, kInkQuiet = 0xff55645f;
// here, now
inline constexpr QRgb kLamp = 0xfff4b041, kLampInk = 0xff8a5200, kLampPaper = 0xfff9e3b4;
// what the feet and hands do; never without their pattern
inline constexpr QRgb kBrake = 0xffe59ac6, kBrakeInk = 0xff8f2f6b;
inline constexpr QRgb kPower = 0xff63cbd6, kPowerInk = 0xff0f6e7c;
inline constexpr QRgb kSteering = 0xffaeb8ff, kSteeringInk = 0xff3f4e9e;
inline constexpr QRgb kKerb = 0xffb4551a;
inline constexpr QRgb kWrong = 0xffc2462e, kWrongOnDark = 0xfff08a72;
inline constexpr QRgb kRoad = 0xff4a5552;

// type sizes in px at 1280x800; space comes in steps of 4
inline constexpr int kTiny = 12, kSmall = 13, kText = 15, kHead = 19, kTitle = 24;
inline constexpr int kStep = 4, kRadiusPicture = 4, kRadiusDesk = 10;

enum class Weight { Plain = 400, Strong = 600, Heavy = 700 };

/// Registers the shipped fonts; call once after the QGuiApplication exists. False when one cannot be read.
bool loadFonts();
QFont text(double px, Weight weight = Weight::Plain);
QFont figures(double px, Weight weight = Weight::Plain); ///< monospaced, for the big live figures only

/// WCAG contrast ratio of two opaque colours, 1..21.
double contrast(QRgb a, QRgb b);

} // namespace hl::look
