// SPDX-License-Identifier: GPL-3.0-or-later
// The producer's own voice in a guide: brought in, heard, levelled, missing.
#include "core/guide/edits.h"
#include "core/guide/validated.h"
#include "core/take/take_sound.h"
#include "jobs/takes.h"
#include "jobs/talk_over.h"
#include "media/sound.h"
#include "store/files.h"
#include "support/tiny_guide.h"
#include "voice/loudness.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

constexpr const char* kWords[] = {"Brake at the fifty board, and go down to third gear.",
                                  "Turn in early and clip the kerb on the right.",
                                  "Squeeze the power on and let the car run wide."};

/// Three stretches of words in one corner.
Guide worded(Guide g) {
    auto& c = g.corners.front();
    c.beats.clear();
    for (const auto* words : kWords) c.beats.push_back({newId<BeatId>(g), Topic::Free, c.turnInM, words, ""});
    return g;
}

/// Spoken one after the other with silence between; where each begins, s.
Sound spoken(const std::vector<std::string>& texts, std::vector<double>* starts = nullptr) {
    auto voice = scratchVoice();
    if (!voice) throw std::runtime_error(sentence(voice.error()));
    Sound all{0, 0, {}};
    for (const auto& text : texts) {
        const auto u = (*voice)->speak(text, 160);
        all.rate = u->sound.rate;
        all.samples.insert(all.samples.end(), static_cast<std::size_t>(all.rate * 7 / 10), 0.0f);
        if (starts) starts->push_back(all.length().count());
        all.samples.insert(all.samples.end(), u->sound.samples.begin(), u->sound.samples.end());
    }
    all.samples.insert(all.samples.end(), static_cast<std::size_t>(all.rate / 2), 0.0f);
    return all;
}

} // namespace

TEST_CASE("a take of a corner is parted among its words, and planner and captions follow it") {
    ScratchFolder dir;
    auto guide = worded(tinyGuide(dir / "g", squareFilm(dir / "film.mp4")));
    const auto corner = guide.corners.front();
    std::vector<double> starts;
    const auto sound = spoken({kWords[0], kWords[1], kWords[2]}, &starts);
    REQUIRE(writeFile(dir / "talk.wav", wavBytes(sound)));
    const auto brought = bringTake(guide, dir / "g", {dir / "talk.wav", corner.id, {}}, {});
    INFO((brought ? "" : sentence(brought.error())));
    REQUIRE(brought);
    REQUIRE(brought->beats.size() == 3);
    CHECK(brought->unspoken.empty());
    for (std::size_t i = 0; i < 3; ++i) {
        CHECK(brought->beats[i].fromS == Approx(starts[i]).margin(0.2));
        CHECK(brought->beats[i].toS < (i < 2 ? starts[i + 1] : sound.length().count()));
    }
    const auto& takes = brought->guide.corners.front().beats[1].takes;
    REQUIRE(takes.size() == 1);
    CHECK(std::filesystem::exists(dir / "g" / takes[0].file));
    CHECK(takes[0].file == "takes/talk.wav");

    // Saved, read again, and heard.
    REQUIRE(saveGuide(dir / "g", brought->guide));
    const auto again = readGuide(dir / "g");
    REQUIRE(again);
    CHECK(again->corners.front().beats[1].takes[0].words.size() == takes[0].words.size());
    TakeSounds sounds;
    auto voice = scratchVoice();
    const auto speeches = speechesOf(*again, dir / "g", sounds, voice->get());
    const auto id = again->corners.front().beats[1].id;
    const auto speech = speeches.of(id, false);
    REQUIRE(speech);
    CHECK(speech->source == "take");
    CHECK(speech->lengthS == Approx(brought->beats[1].toS - brought->beats[1].fromS).margin(0.05));
    CHECK(integratedLoudness(*speech->sound) == Approx(kVoiceLufs).margin(1.5));
    REQUIRE(speech->words.size() == 10);
    const auto session = bringUp(dir / "g", *again);
    REQUIRE(session);
    const auto cut = planCut(*again, *session, speeches);
    bool planned = false;
    for (const auto& s : cut.sections)
        for (const auto& w : s.spoken)
            if (w.beat() == id && !w.cue()) {
                planned = true;
                CHECK((w.end - w.start).count() == Approx(speech->lengthS).margin(0.01));
            }
    CHECK(planned);

    // The file goes: the scratch voice speaks, and it is said.
    std::filesystem::remove(dir / "g" / takes[0].file);
    TakeSounds others;
    const auto lacking = speechesOf(*again, dir / "g", others, voice->get()).of(id, false);
    CHECK(lacking->source == "scratch voice");
    CHECK(lacking->lacking.find("no such file") != std::string::npos);
}

TEST_CASE("a take of one beat, of too little, and of another text") {
    ScratchFolder dir;
    auto guide = worded(tinyGuide(dir / "g", squareFilm(dir / "film.mp4")));
    const auto asked = guide.corners.front().beats[0].id;
    REQUIRE(writeFile(dir / "one.wav", wavBytes(spoken({"Brake at the fifty board, and go down to second gear."}))));
    const auto one = bringTake(guide, dir / "g", {dir / "one.wav", {}, asked}, {});
    REQUIRE(one);
    REQUIRE(one->beats.size() == 1);
    REQUIRE(one->beats[0].differences.size() == 1);
    CHECK(one->beats[0].differences[0].kind == DifferenceKind::Changed);
    CHECK(one->beats[0].differences[0].script == "third");
    CHECK(one->beats[0].differences[0].heard == "second");
    CHECK(one->guide.corners.front().beats[1].takes.empty());

    const auto whole = bringTake(guide, dir / "g", {dir / "one.wav", guide.corners.front().id, {}}, {});
    INFO((whole ? "" : sentence(whole.error())));
    REQUIRE(whole);
    CHECK(whole->beats.size() == 1); // only what it speaks
    CHECK(whole->unspoken.size() == 2);
    CHECK(std::filesystem::exists(dir / "g/takes/one-2.wav")); // the one before is not touched

    REQUIRE(writeFile(dir / "other.wav", wavBytes(spoken({"Good morning, this is about bread and butter."}))));
    const auto other = bringTake(guide, dir / "g", {dir / "other.wav", guide.corners.front().id, {}}, {});
    REQUIRE_FALSE(other);
    CHECK(other.error().id == "take.other-text");
    CHECK_FALSE(std::filesystem::exists(dir / "g/takes/other.wav"));
    for (const char* bad : {"none.wav", "film.mp4"})
        CHECK_FALSE(bringTake(guide, dir / "g", {dir / bad, {}, asked}, {}));
}

TEST_CASE("the whole guide is as loud as it was asked to be, and its true peaks stay below") {
    auto voice = scratchVoice();
    auto sound = (*voice)->speak("Brake at the board, turn in, and squeeze the power on. Let the car run out.")->sound;
    for (const double lufs : {-14.0, -16.0, -18.0, -23.0})
        for (const float gain : {0.02f, 0.5f, 3.0f}) {
            auto s = sound;
            for (auto& v : s.samples) v *= gain;
            s.samples[s.samples.size() / 2] = 0.99f; // a click far above the rest
            const auto out = atLoudness(s, lufs);
            CAPTURE(lufs, gain);
            CHECK(integratedLoudness(out) == Approx(lufs).margin(0.5));
            CHECK(truePeakDb(out) <= -0.95);
            CHECK(out.samples.size() == s.samples.size());
        }
    const Sound silence{48000, 0, std::vector<float>(4800, 0.0f)};
    CHECK(atLoudness(silence, -16).samples == silence.samples);
    CHECK(atLoudness(Sound{48000, 0, {}}, -16).samples.empty());
}

namespace {

/// What is said with pauses, beginning at these seconds.
Sound talk(const std::vector<std::pair<double, std::string>>& said) {
    auto voice = scratchVoice();
    Sound all{0, 0, {}};
    for (const auto& [at, text] : said) {
        const auto u = (*voice)->speak(text);
        all.rate = u->sound.rate;
        all.samples.resize(std::max(all.samples.size(), static_cast<std::size_t>(at * all.rate)), 0.0f);
        all.samples.insert(all.samples.end(), u->sound.samples.begin(), u->sound.samples.end());
    }
    all.samples.insert(all.samples.end(), static_cast<std::size_t>(all.rate), 0.0f);
    return all;
}

} // namespace

TEST_CASE("a talk-over of the running film becomes words where the car was") {
    ScratchFolder dir;
    const auto guide = tinyGuide(dir / "g", squareFilm(dir / "film.mp4", "64x36", "x=4:y=4:w=8:h=8", "", "10", 45));
    const auto session = bringUp(dir / "g", guide);
    REQUIRE(session);
    const auto clock = clockOf(guide, *session);
    REQUIRE(guide.corners.size() >= 2);
    const auto &a = guide.corners[0], &b = guide.corners[1];
    // The film ran at half speed from two seconds before the first corner's turn-in.
    const double rate = 0.5, from = seconds(clock.footage(a.turnInM)) - 1;
    const auto takeS = [&](double atM) { return (seconds(clock.footage(atM)) - from) / rate; };
    const auto sound = talk({{takeS(a.turnInM), "Brake here."}, {takeS(b.turnInM), "And now turn."}});
    REQUIRE(writeFile(dir / "talk.wav", wavBytes(sound)));
    const auto made = talkedOver(guide, *session, {dir / "talk.wav", FilmRan{from, rate}, ""}, {});
    INFO((made ? "" : sentence(made.error())));
    REQUIRE(made);
    REQUIRE(made->beats.size() == 2);
    CHECK(made->left == 0);
    CHECK(cornerOf(made->guide, made->beats[0])->id == a.id);
    CHECK(cornerOf(made->guide, made->beats[1])->id == b.id);
    const auto* first = beatWith(made->guide, made->beats[0]);
    CHECK(first->words.empty());
    REQUIRE(first->takes.size() == 1);
    CHECK(first->takes[0].fromS == Approx(takeS(a.turnInM)).margin(0.3));
    CHECK(first->atM > a.turnInM - 1);
    // Drafts give way, and it is heard before anybody has typed it.
    CHECK(made->guide.corners[0].beats.size() < guide.corners[0].beats.size() + 1);
    TakeSounds sounds;
    auto voice = scratchVoice();
    const auto speech = speechesOf(made->guide, dir / "g", sounds, voice->get()).of(first->id, false);
    REQUIRE(speech->level); // as it was spoken, before it was levelled
    CHECK(speech->level->speechLufs > -50);
    CHECK(speech->level->speechLufs < -5);
    CHECK_FALSE(speech->level->clipped);
    REQUIRE(speech);
    CHECK(speech->source == "take");
    CHECK(speech->lengthS > 0.4);
    CHECK(speech->text.empty());
    const auto cut = planCut(made->guide, *session, speechesOf(made->guide, dir / "g", sounds, voice->get()));
    CHECK(std::any_of(cut.sections.begin(), cut.sections.end(), [&](const Section& s) {
        return std::any_of(s.spoken.begin(), s.spoken.end(), [&](const Spoken& w) { return w.beat() == first->id; });
    }));
    // Typed in, it is laid on the words.
    const auto typed = withWords(made->guide, first->id, "Brake here.");
    const auto laid = laidAnew(typed, dir / "g", first->id, {});
    REQUIRE(laid);
    CHECK(laid->words.size() == 2);
    CHECK(laid->text == "Brake here.");
    CHECK(laid->words[0].startS == Approx(takeS(a.turnInM)).margin(0.25));
    CHECK(laidAnew(guide, dir / "g", guide.corners[0].beats[0].id, {}).error().id == "take.none");

    // What a person wrote stays beside it.
    const auto mine = withWords(guide, a.beats[0].id, "My own words.");
    const auto kept = talkedOver(mine, *session, {dir / "talk.wav", FilmRan{from, rate}, ""}, {});
    REQUIRE(kept);
    REQUIRE(beatWith(kept->guide, a.beats[0].id));
    CHECK(beatWith(kept->guide, a.beats[0].id)->words == "My own words.");
    // Nothing tells where it was spoken.
    CHECK(talkedOver(guide, *session, {dir / "talk.wav", std::nullopt, ""}, {}).error().id == "take.no-place");
    CHECK(talkedOver(guide, *session, {dir / "talk.wav", FilmRan{1e6, 1}, ""}, {}).error().id == "take.no-place");
    Sound silence{48000, 0, std::vector<float>(96000, 0.0f)};
    REQUIRE(writeFile(dir / "silent.wav", wavBytes(silence)));
    CHECK(talkedOver(guide, *session, {dir / "silent.wav", FilmRan{from, rate}, ""}, {}).error().id == "take.silent");
}

TEST_CASE("a talk-over with a script is parted by its corners and its pauses") {
    ScratchFolder dir;
    const auto guide = tinyGuide(dir / "g", squareFilm(dir / "film.mp4"));
    const auto session = bringUp(dir / "g", guide);
    REQUIRE(session);
    const auto sound = talk({{0.5, "Brake at the fifty board."},
                             {3.5, "Let the pedal go slowly."},
                             {7, "Now squeeze the power all the way."}});
    REQUIRE(writeFile(dir / "talk.wav", wavBytes(sound)));
    const auto n = std::to_string(guide.corners[0].number), m = std::to_string(guide.corners[1].number);
    const auto script = "# corner " + n + "\nBrake at the fifty board. Let the pedal go slowly.\n# corner " + m +
                        "\nNow squeeze the power all the way.\n";
    const auto made = talkedOver(guide, *session, {dir / "talk.wav", std::nullopt, script}, {});
    INFO((made ? "" : sentence(made.error())));
    REQUIRE(made);
    REQUIRE(made->beats.size() == 3);
    CHECK(beatWith(made->guide, made->beats[0])->words == "Brake at the fifty board.");
    CHECK(beatWith(made->guide, made->beats[1])->words == "Let the pedal go slowly.");
    CHECK(cornerOf(made->guide, made->beats[1])->id == guide.corners[0].id);
    CHECK(cornerOf(made->guide, made->beats[2])->id == guide.corners[1].id);
    CHECK(beatWith(made->guide, made->beats[0])->atM < beatWith(made->guide, made->beats[1])->atM);
    CHECK(beatWith(made->guide, made->beats[2])->takes[0].words.size() == 7);
    CHECK(validated(made->guide));
}

TEST_CASE("the pace of a voice is learned from its takes, and the scratch voice follows it") {
    ScratchFolder dir;
    auto guide = worded(tinyGuide(dir / "g", squareFilm(dir / "film.mp4")));
    const auto corner = guide.corners.front();
    auto voice = scratchVoice();
    CHECK_FALSE(learnedPace(guide, voice->get()));
    // Spoken slowly: 120 words a minute.
    Sound slow{0, 0, {}};
    for (const auto* words : kWords) {
        const auto u = (*voice)->speak(words, 120);
        slow.rate = u->sound.rate;
        slow.samples.insert(slow.samples.end(), static_cast<std::size_t>(slow.rate), 0.0f);
        slow.samples.insert(slow.samples.end(), u->sound.samples.begin(), u->sound.samples.end());
    }
    REQUIRE(writeFile(dir / "slow.wav", wavBytes(slow)));
    const auto brought = bringTake(guide, dir / "g", {dir / "slow.wav", corner.id, {}}, {});
    REQUIRE(brought);
    const auto pace = learnedPace(brought->guide, voice->get());
    REQUIRE(pace);
    CHECK(*pace == Approx(120).margin(14));
    auto more = withNewBeat(brought->guide, corner.id, corner.apexM, "And this is not spoken yet at all.");
    const auto id = BeatId{more.nextId - 1};
    TakeSounds sounds;
    const double length = speechesOf(more, dir / "g", sounds, voice->get()).of(id, false)->lengthS;
    CHECK(length > 1.15 * (*voice)->speak("And this is not spoken yet at all.")->sound.length().count());
    CHECK_FALSE(learnedPace(brought->guide, nullptr));
}
