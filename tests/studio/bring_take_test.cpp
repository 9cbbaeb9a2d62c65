// SPDX-License-Identifier: GPL-3.0-or-later
// A sound file that was recorded elsewhere is brought in through the window and its dialogue.
#include "core/guide/edits.h"
#include "media/sound.h"
#include "store/files.h"
#include "studio/stations/words/take_panel.h"
#include "support/studio.h"
#include "voice/narrator.h"

#include <catch2/catch.hpp>
#include <cstdio>
#include <QElapsedTimer>
#include <QFileDialog>
#include <QLineEdit>

using namespace hl;
using namespace hl::testing;

namespace {

/// Spoken one after the other, with a breath between.
Sound readOut(const std::vector<std::string>& texts) {
    auto voice = scratchVoice();
    Sound all{0, 0, {}};
    for (const auto& text : texts) {
        const auto u = (*voice)->speak(text, 165);
        all.rate = u->sound.rate;
        all.samples.insert(all.samples.end(), u->sound.samples.begin(), u->sound.samples.end());
        all.samples.insert(all.samples.end(), static_cast<std::size_t>(all.rate * 7 / 10), 0.0f);
    }
    return all;
}

QAction* bringing(Studio& s, const QString& what) {
    for (auto* a : s.window->findChild<TakePanel*>()->findChildren<QAction*>())
        if (a->text() == what) return a;
    return nullptr;
}

/// Takes the entry of the menu, and names the file where the dialogue asks.
void bring(Studio& s, const QString& what, const std::filesystem::path& file) {
    auto* entry = bringing(s, what);
    REQUIRE(entry);
    bool answered = false;
    QTimer hand;
    QObject::connect(&hand, &QTimer::timeout, [&] {
        auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
        if (!dialog || answered) return;
        answered = true;
        dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"))->setText(QString::fromStdString(file.string()));
        QTest::keyClick(dialog, Qt::Key_Return);
    });
    hand.start(20);
    entry->trigger();
    CHECK(answered);
    QApplication::setActiveWindow(s.window.get()); // no window manager gives it back
}

std::string said(Studio& s) {
    return s.window->findChild<TakePanel*>()->findChild<QLabel*>(QStringLiteral("takeSaid"))->text().toStdString();
}

} // namespace

TEST_CASE("a take that was recorded elsewhere is laid on the words of a corner, and one of nobody's words says so") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.key(Qt::Key_5, Qt::AltModifier);
    s.desk().choose(s.corner(3));
    const auto beats = [&] { return s.desk().guide().corners.front().beats; };
    std::vector<std::string> texts;
    for (const auto pass : kPasses)
        for (const auto& b : beats())
            if (b.pass == pass && hasWords(b.words)) texts.push_back(b.words);
    REQUIRE(writeFile(dir / "corner.wav", wavBytes(readOut(texts))));
    REQUIRE(writeFile(dir / "empty.wav", wavBytes(Sound{22050, 0, {}})));
    REQUIRE(writeFile(dir / "silent.wav", wavBytes(Sound{22050, 0, std::vector<float>(60000, 0.0f)})));

    const auto before = s.desk().guide();
    for (const auto* wrong : {"empty.wav", "silent.wav"}) {
        INFO(wrong);
        bring(s, QStringLiteral("of this corner"), dir / wrong);
        REQUIRE(waitFor([&] { return !s.desk().tasks().running("bring in a take"); }));
        CHECK(s.desk().guide() == before);
        CHECK_FALSE(said(s).empty());
    }

    bring(s, QStringLiteral("of this corner"), dir / "corner.wav");
    REQUIRE(waitFor([&] { return !beats().front().takes.empty(); }));
    for (const auto& b : beats()) {
        INFO(b.words);
        if (hasWords(b.words)) CHECK(b.takes.size() == 1);
    }
    s.key(Qt::Key_Z, Qt::ControlModifier);
    for (const auto& b : beats()) CHECK(b.takes.empty());
}

TEST_CASE("an hour of words is brought in while the window answers", "[.hour]") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_5, Qt::AltModifier);
    constexpr std::size_t kTimes = 11; // the demo's words, as often as makes an hour
    s.desk().edit({"longer", [](Guide g) {
                       std::vector<std::string> all;
                       for (const auto& c : g.corners)
                           for (const auto& b : c.beats)
                               if (hasWords(b.words)) all.push_back(b.words);
                       std::size_t at = 0;
                       for (auto& c : g.corners)
                           for (auto& b : c.beats) {
                               if (!hasWords(b.words)) continue;
                               b.words.clear();
                               for (std::size_t k = 0; k < kTimes; ++k) b.words += all[(at + k) % all.size()] + ' ';
                               ++at;
                           }
                       return g;
                   }});
    const auto guide = s.desk().guide();
    std::vector<std::string> texts;
    const auto add = [&](const std::vector<Beat>& beats) {
        for (const auto& b : beats)
            if (hasWords(b.words)) texts.push_back(b.words);
    };
    const auto section = [&](SectionKind kind) {
        if (const auto* words = wordsOf(guide, kind)) add(words->beats);
    };
    section(SectionKind::Card), section(SectionKind::Conditions);
    for (const auto& c : guide.corners)
        for (const auto pass : kPasses) {
            std::vector<Beat> of;
            std::copy_if(c.beats.begin(), c.beats.end(), std::back_inserter(of),
                         [&](const Beat& b) { return b.pass == pass; });
            add(of);
        }
    for (const auto& l : guide.furtherLaps) add(l.beats);
    section(SectionKind::Close);
    const auto sound = readOut(texts);
    REQUIRE(writeFile(dir / "hour.wav", wavBytes(sound)));
    waitFor([&] { return s.desk().cutIsOfThisGuide(); }, 300000);

    QElapsedTimer took, sinceBeat;
    double longestMs = 0;
    QTimer beat;
    QObject::connect(&beat, &QTimer::timeout, [&] {
        longestMs = std::max(longestMs, static_cast<double>(sinceBeat.nsecsElapsed()) / 1e6);
        sinceBeat.start();
    });
    bring(s, QStringLiteral("of the whole guide"), dir / "hour.wav");
    took.start(), sinceBeat.start(), beat.start(5);
    REQUIRE(waitFor([&] { return !s.desk().tasks().running("bring in a take"); }, 1200000));
    const double tookS = static_cast<double>(took.elapsed()) / 1000;
    std::size_t taken = 0, differences = 0;
    for (const auto& c : s.desk().guide().corners)
        for (const auto& b : c.beats)
            if (!b.takes.empty()) ++taken, differences += b.takes.front().slips.size();
    std::printf("%.0f s of words in %zu stretches: %.0f s, %.3f of them; %zu stretches taken, %zu differences; the "
                "window was away for %.0f ms at most\n%s\n",
                sound.length().count(), texts.size(), tookS, tookS / sound.length().count(), taken, differences,
                longestMs, said(s).c_str());
    CHECK(taken + 5 > texts.size() * 9 / 10);
}
