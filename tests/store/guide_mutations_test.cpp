// SPDX-License-Identifier: GPL-3.0-or-later
// guide.json as other hands leave it: every value of it replaced by others, pieces of it lost, two programs at once.
#include "store/files.h"
#include "store/guide_file.h"
#include "support/made_guide.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <random>
#include <sys/wait.h>
#include <unistd.h>

using namespace hl;
using hl::testing::madeGuide;
using hl::testing::ScratchFolder;
using nlohmann::json;

namespace {

/// Where the values of a document stand, the whole ones and the leaves.
void places(const json& j, const json::json_pointer& here, std::vector<json::json_pointer>& all) {
    all.push_back(here);
    if (j.is_object())
        for (const auto& [key, value] : j.items()) places(value, here / key, all);
    else if (j.is_array())
        for (std::size_t i = 0; i < std::min<std::size_t>(j.size(), 2); ++i) places(j[i], here / i, all);
}

/// Refused with all three parts of a sentence, or read, kept and read again as the same guide.
void answered(const std::string& text) {
    const auto guide = parseGuide(text, "guide.json");
    if (!guide) {
        const auto& e = guide.error();
        CHECK_FALSE(e.what.empty());
        CHECK_FALSE(e.expected.empty());
        CHECK(e.id.starts_with("guide."));
        CHECK(e.where.starts_with("guide.json"));
        return;
    }
    const auto again = parseGuide(guideJson(*guide), "again.json");
    INFO((again ? "" : sentence(again.error())));
    REQUIRE(again);
    CHECK(*again == *guide);
}

} // namespace

TEST_CASE("each value of a guide replaced by others: refused in whole sentences, or kept as it was read") {
    const auto whole = json::parse(guideJson(madeGuide(5).guide));
    const json odd[] = {nullptr,
                        true,
                        -1,
                        0,
                        1e308,
                        -7.25,
                        18446744073709551615ULL,
                        "",
                        "../../etc/passwd",
                        std::string(3000, 'x'),
                        json::array(),
                        json::array({nullptr}),
                        json::object()};
    std::vector<json::json_pointer> all;
    places(whole, json::json_pointer(), all);
    REQUIRE(all.size() > 100);
    for (const auto& p : all)
        for (const auto& value : odd) {
            auto changed = whole;
            changed[p] = value;
            INFO(p.to_string() << " = " << value.dump().substr(0, 40));
            answered(changed.dump());
        }
}

TEST_CASE("a guide with bytes lost, doubled and changed is refused, or kept as it was read") {
    const auto whole = guideJson(madeGuide(7).guide);
    std::mt19937 random(20);
    for (int i = 0; i < 500; ++i) {
        auto text = whole;
        for (unsigned n = 1 + random() % 4; n > 0; --n) {
            const auto at = random() % text.size(), length = std::min<std::size_t>(random() % 60, text.size() - at);
            switch (random() % 3) {
            case 0: text.erase(at, length); break;
            case 1: text.insert(at, text.substr(at, length)); break;
            default: text[at] = static_cast<char>(random() % 256);
            }
        }
        INFO("mutation " << i);
        answered(text);
    }
}

TEST_CASE("two programs that save one guide a hundred times each leave one of theirs, whole, and nothing beside it") {
    const ScratchFolder dir;
    auto g = madeGuide(5).guide;
    REQUIRE(saveGuide(dir.path(), g));
    const auto entries = dir.entries();
    pid_t children[2] = {};
    for (int who = 0; who < 2; ++who) {
        children[who] = ::fork();
        REQUIRE(children[who] >= 0);
        if (children[who] > 0) continue;
        bool good = true;
        for (int i = 0; i < 100; ++i) {
            g.scene.title = (who ? "second " : "first ") + std::to_string(i);
            good = good && saveGuide(dir.path(), g);
        }
        ::_exit(good ? 0 : 1);
    }
    for (int read = 0; read < 100; ++read) CHECK(readGuide(dir.path()));
    for (const auto child : children) {
        int status = 0;
        ::waitpid(child, &status, 0);
        CHECK(status == 0);
    }
    const auto last = readGuide(dir.path());
    REQUIRE(last);
    const auto& title = last->scene.title;
    CHECK((title == "first 99" || title == "second 99"));
    g.scene.title = title;
    CHECK(*last == g);
    CHECK(dir.entries() == entries);
}
