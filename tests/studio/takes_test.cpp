// SPDX-License-Identifier: GPL-3.0-or-later
// The producer's own voice through the real window: spoken into a microphone that a file stands in for, spoken again,
// what was said differently settled, put away, thrown away.
#include "studio/stations/words/prompter.h"
#include "studio/stations/words/script_page.h"
#include "studio/stations/words/take_panel.h"
#include "support/studio.h"
#include "voice/narrator.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <fstream>
#include <QElapsedTimer>

using namespace hl;
using namespace hl::testing;

namespace {

std::unique_ptr<Microphone> voiceSaying(const std::string& text, double speed) {
    auto voice = scratchVoice();
    const auto u = (*voice)->speak(text, 170);
    auto samples = u->sound.samples;
    samples.insert(samples.end(), static_cast<std::size_t>(u->sound.rate), 0.0f);
    return fileMicrophone(std::move(samples), u->sound.rate, speed);
}

struct AtWords : Studio {
    explicit AtWords(const ScratchFolder& dir) : Studio(copiedDemo(dir, {3})) {
        key(Qt::Key_5, Qt::AltModifier);
        page = window->findChild<ScriptPage*>(), panel = window->findChild<TakePanel*>();
    }
    const Beat& beat() { return desk().guide().corners.front().beats.at(1); }
    void choose() { page->choose(beat().id); }
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
    ScriptPage* page = nullptr;
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

TEST_CASE("one speaks while the picture runs: over these words, over the corner, and what is said live becomes words",
          "[slow]") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    s.choose();
    // The machine's clock eight times as fast, so that picture and microphone run alike.
    QElapsedTimer real;
    real.start();
    s.player().setClock([&] { return 8 * static_cast<double>(real.nsecsElapsed()) * 1e-9; });
    const auto prompter = s.panel->prompter();
    s.key(Qt::Key_P, Qt::ControlModifier);
    REQUIRE(prompter->isVisible());
    CHECK(prompter->now().toStdString() == s.beat().words);
    CHECK_FALSE(prompter->next().isEmpty());

    const auto words = s.beat().words;
    s.panel->recording().setMicrophone(voiceSaying(words, 8));
    s.panel->speakOver(TakePanel::Over::TheseWords);
    CHECK(s.player().playing()); // it is seen before one speaks
    CHECK(s.panel->recording().state() == Recording::State::Idle);
    REQUIRE(waitFor([&] { return s.panel->recording().state() == Recording::State::Speaking; }, 20000));
    CHECK(waitFor([&] { return prompter->about().contains("left") || prompter->about().contains("end"); }, 5000));
    REQUIRE(waitFor([&] { return !s.beat().takes.empty(); }));
    CHECK_FALSE(s.player().playing());
    CHECK(s.player().mode() == Player::Mode::Footage);
    CHECK(s.beat().takes[0].text == words);

    // The film at half speed, talked over without a script.
    const auto before = s.desk().guide();
    s.panel->recording().setMicrophone(voiceSaying("Brake now. And wait for it.", 8));
    s.panel->speakOver(TakePanel::Over::LapHalf);
    REQUIRE(waitFor([&] { return s.panel->recording().state() == Recording::State::Speaking; }, 20000));
    CHECK(s.player().pace() == 0.5);
    REQUIRE(waitFor([&] { return s.panel->recording().spokenS() > 3.5; }, 20000));
    s.player().pause(); // whoever stops the picture has ended
    REQUIRE(waitFor([&] { return s.desk().guide() != before; }));
    CHECK(s.player().pace() == 1);
    int wordless = 0;
    BeatId talked;
    for (const auto& b : s.desk().guide().corners[0].beats)
        if (b.words.empty() && !b.takes.empty()) ++wordless, talked = b.id;
    CHECK(wordless >= 1);
    // Typed in, then laid on the words.
    s.page->choose(talked);
    s.desk().edit({"Words", [talked](Guide g) { return withWords(std::move(g), talked, "Brake now."); }});
    auto* anew = s.own<QPushButton>("layAnew");
    REQUIRE(anew->isVisible());
    QTest::mouseClick(anew, Qt::LeftButton);
    CHECK(waitFor([&] { return beatWith(s.desk().guide(), talked)->takes[0].text == "Brake now."; }));
    QApplication::setActiveWindow(s.window.get()); // nobody manages windows here
    for (int k = 0; k < 3; ++k) s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(s.desk().guide() == before);
    s.key(Qt::Key_P, Qt::ControlModifier);
    CHECK_FALSE(prompter->isVisible());
}

namespace {

/// Speaks an hour as fast as it is listened to.
class HourLong : public Microphone {
  public:
    int rate() const override { return 48000; }
    bool start(Heard heard) override {
        heard_ = std::move(heard);
        QObject::connect(&timer_, &QTimer::timeout, [this] {
            for (int k = 0; k < 50 && said_ < kBlocks && heard_; ++k, ++said_) {
                for (std::size_t i = 0; i < block_.size(); ++i)
                    block_[i] = 0.2f * std::sin(0.05f * static_cast<float>(i + static_cast<std::size_t>(said_)));
                heard_(block_);
            }
        });
        timer_.start(0);
        return true;
    }
    void stop() override { timer_.stop(), heard_ = nullptr; }

  private:
    static constexpr int kBlocks = 60 * 60 * 20;
    Heard heard_;
    QTimer timer_;
    std::vector<float> block_ = std::vector<float>(2400);
    int said_ = 0;
};

double memoryMb() {
    std::ifstream f("/proc/self/statm");
    double all = 0, resident = 0;
    f >> all >> resident;
    return resident * 4096 / 1e6;
}

} // namespace

TEST_CASE("a take of an hour is written down whole while it is spoken, and fills no memory") {
    studioReady();
    const ScratchFolder dir;
    Recording r;
    QString done;
    QObject::connect(&r, &Recording::finished, [&](const QString& file) { done = file; });
    r.setMicrophone(std::make_unique<HourLong>());
    const double before = memoryMb();
    const auto file = dir / "hour.wav";
    r.begin(QString::fromStdString(file.string()), 0);
    REQUIRE(waitFor([&] { return r.spokenS() >= 1800; }, 60000));
    CHECK(std::filesystem::file_size(file) >= 2 * 48000 * 1800 + 44); // should the power go now
    REQUIRE(waitFor([&] { return r.spokenS() >= 3600; }, 60000));
    CHECK(memoryMb() - before < 60); // an hour of samples is some 700 MB
    r.finish();
    REQUIRE(done == QString::fromStdString(file.string()));
    CHECK(std::filesystem::file_size(file) == 2ull * 48000 * 3600 + 44);
    std::ifstream head(file, std::ios::binary);
    std::string bytes(44, ' ');
    head.read(bytes.data(), 44);
    CHECK(bytes.substr(0, 4) == "RIFF");
    const auto length = static_cast<unsigned char>(bytes[40]) | static_cast<unsigned char>(bytes[41]) << 8 |
                        static_cast<unsigned char>(bytes[42]) << 16 | static_cast<unsigned char>(bytes[43]) << 24;
    CHECK(length == 2 * 48000 * 3600);
}
