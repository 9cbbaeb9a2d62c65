// SPDX-License-Identifier: GPL-3.0-or-later
// The producer's own voice through the real window: spoken into a microphone that a file stands in for, spoken again,
// what was said differently settled, put away, thrown away.
#include "studio/stations/words/beats_table.h"
#include "studio/stations/words/take_panel.h"
#include "support/studio.h"
#include "voice/narrator.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

std::unique_ptr<Microphone> voiceSaying(const std::string& text, double speed) {
    auto voice = scratchVoice(170);
    const auto u = (*voice)->speak(text);
    auto samples = u->sound.samples;
    samples.insert(samples.end(), static_cast<std::size_t>(u->sound.rate), 0.0f);
    return fileMicrophone(std::move(samples), u->sound.rate, speed);
}

struct AtWords : Studio {
    explicit AtWords(const ScratchFolder& dir) : Studio(copiedDemo(dir, {3})) {
        key(Qt::Key_5, Qt::AltModifier);
        for (auto* t : window->findChildren<BeatsTable*>()) // the cut has one too
            if (t->isVisible()) table = t, panel = t->takes();
    }
    const Beat& beat() { return desk().guide().corners.front().beats.at(1); }
    void choose() { table->table()->setCurrentCell(1, 1); }
    /// Speaks into the microphone from the first key to the second.
    void speak(const std::string& text) {
        constexpr double kSpeed = 8;
        panel->recording().setMicrophone(voiceSaying(text, kSpeed));
        key(Qt::Key_R, Qt::ControlModifier);
        waitFor([&] { return panel->recording().state() == Recording::State::Speaking; }, 10000);
        const double length = usualLength(text) + 1;
        waitFor([&] { return panel->recording().spokenS() > length; }, 20000);
        key(Qt::Key_R, Qt::ControlModifier);
    }
    BeatsTable* table = nullptr;
    TakePanel* panel = nullptr;
    template <class W> W* own(const char* name) { return panel->findChild<W*>(QString::fromLatin1(name)); }
};

} // namespace

TEST_CASE("words are spoken, spoken again, and what was said differently is settled", "[slow]") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    s.choose();
    CHECK(s.own<QLabel>("voiceOf")->text().contains("scratch voice"));
    const auto words = s.beat().words;
    s.speak(words);
    REQUIRE(waitFor([&] { return !s.beat().takes.empty(); }));
    CHECK(s.beat().takes[0].slips.empty());
    CHECK(s.beat().words == words);
    REQUIRE(waitFor([&] {
        const auto speech = s.desk().speeches().of(s.beat().id, false);
        return s.desk().cutIsOfThisGuide() && speech && speech->source == "take";
    }));
    CHECK(s.own<QWidget>("wave")->isVisible());

    // Again, with another number: said in place, and written.
    auto said = words;
    const auto at = said.find("third");
    REQUIRE(at != std::string::npos);
    said.replace(at, 5, "second");
    s.speak(said);
    REQUIRE(waitFor([&] { return s.beat().takes.size() == 2; }));
    REQUIRE(s.beat().takes[0].slips.size() == 1);
    CHECK(s.own<QLabel>("slip")->text().contains("second"));
    auto* write = button(*s.window, "Write what was said");
    REQUIRE(write);
    QTest::mouseClick(write, Qt::LeftButton);
    CHECK(s.beat().words.find("second gear") != std::string::npos);
    CHECK(s.beat().takes[0].slips.empty());
    s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(s.beat().words == words);

    QTest::mouseClick(s.own<QPushButton>("earlierTake"), Qt::LeftButton);
    CHECK(s.beat().takes[0].slips.empty());
    QTest::mouseClick(s.own<QPushButton>("putAway"), Qt::LeftButton);
    CHECK(s.beat().takes.size() == 1);
    CHECK(std::filesystem::exists(dir / "guide" / s.beat().takes[0].file));
}

TEST_CASE("a recording that is thrown away leaves nothing; one without a microphone says so; a full disk loses nothing",
          "[slow]") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    s.choose();
    s.panel->recording().setMicrophone(voiceSaying("Brake now.", 4));
    s.key(Qt::Key_R, Qt::ControlModifier);
    CHECK(s.panel->recording().state() == Recording::State::CountingIn);
    REQUIRE(waitFor([&] { return s.panel->recording().state() == Recording::State::Speaking; }, 10000));
    s.key(Qt::Key_R, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(s.panel->recording().state() == Recording::State::Idle);
    CHECK(s.beat().takes.empty());
    CHECK(std::filesystem::is_empty(dir / "guide/takes"));

    class None : public Microphone {
        int rate() const override { return 48000; }
        bool start(Heard) override { return false; }
        void stop() override {}
    };
    s.panel->recording().setMicrophone(std::make_unique<None>());
    s.key(Qt::Key_R, Qt::ControlModifier);
    REQUIRE(waitFor([&] { return s.own<QLabel>("takeSaid")->text().contains("no microphone"); }, 10000));
    CHECK(std::filesystem::is_empty(dir / "guide/takes"));

    // A disk that takes nothing: what is spoken is kept in memory, and said.
    Recording full;
    QStringList said;
    QObject::connect(&full, &Recording::failed, [&](const QString& why) { said << why; });
    full.setMicrophone(voiceSaying("Brake at the fifty board.", 4));
    full.begin(QStringLiteral("/dev/full"));
    REQUIRE(waitFor([&] { return full.spokenS() > 1.5; }, 10000));
    REQUIRE(said.size() == 1);
    CHECK(said[0].contains("kept in memory"));
    const double before = full.spokenS();
    full.finish();
    CHECK(full.state() == Recording::State::Speaking); // it goes on: nothing is lost
    CHECK(full.spokenS() >= before);
    CHECK(said.size() == 2);
}
