// SPDX-License-Identifier: GPL-3.0-or-later
// Which room may know what: read from the sources' includes and from what the built programs need.
#include <array>
#include <catch2/catch.hpp>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <map>
#include <regex>
#include <set>
#include <string>
#include <vector>

namespace fs = std::filesystem;

namespace {

const fs::path kSource = fs::path(HL_SOURCE) / "src";

struct Include {
    std::string file, header;
    bool ours = false;
};

std::vector<Include> includesOf(const fs::path& folder) {
    static const std::regex line(R"(^\s*#\s*include\s*([<"])([^>"]+)[>"])");
    std::vector<Include> found;
    for (const auto& e : fs::recursive_directory_iterator(folder)) {
        if (e.path().extension() != ".cpp" && e.path().extension() != ".h") continue;
        std::ifstream in(e.path());
        std::smatch m;
        for (std::string text; std::getline(in, text);)
            if (std::regex_search(text, m, line))
                found.push_back({e.path().lexically_relative(kSource).string(), m[2], m[1] == "\""});
    }
    return found;
}

bool isQt(const std::string& h) {
    return h.size() > 1 && h[0] == 'Q' && std::isupper(static_cast<unsigned char>(h[1]));
}
bool isFfmpeg(const std::string& h) { return h.starts_with("libav") || h.starts_with("libsw"); }
bool isOpenCv(const std::string& h) { return h.starts_with("opencv"); }

/// Headers of Qt Widgets, known by their place in Qt's include folder.
std::set<std::string> widgetHeaders() {
    std::set<std::string> names;
    for (const auto& e : fs::recursive_directory_iterator("/usr/include"))
        if (e.path().parent_path().filename() == "QtWidgets") names.insert(e.path().filename().string());
    return names;
}

std::string outputOf(const std::string& command) {
    std::string out;
    std::array<char, 4096> buffer{};
    FILE* pipe = ::popen(command.c_str(), "r");
    REQUIRE(pipe != nullptr);
    while (const auto n = std::fread(buffer.data(), 1, buffer.size(), pipe)) out.append(buffer.data(), n);
    REQUIRE(::pclose(pipe) == 0);
    return out;
}

} // namespace

TEST_CASE("the core includes no Qt, no FFmpeg, no OpenCV, and nothing of the rooms above it") {
    const auto includes = includesOf(kSource / "core");
    REQUIRE(includes.size() > 50);
    for (const auto& i : includes) {
        INFO(i.file << " includes " << i.header);
        CHECK_FALSE((isQt(i.header) || isFfmpeg(i.header) || isOpenCv(i.header)));
        if (i.ours) CHECK(i.header.starts_with("core/"));
    }
}

TEST_CASE("a room includes only rooms below it") {
    const std::map<std::string, std::set<std::string>> may = {
        {"core", {}},
        {"media", {"core"}},
        {"picture", {"core"}},
        {"voice", {"core"}},
        {"store", {"core"}},
        {"publish", {"core", "media", "picture", "voice", "store"}},
        {"jobs", {"core", "media", "picture", "voice", "store", "publish"}},
        {"studio", {"core", "media", "picture", "voice", "store", "publish", "jobs"}},
        {"command", {"core", "media", "picture", "voice", "store", "publish", "jobs", "standins"}}, // the demo verb
        {"standins", {"core", "media", "voice"}}};
    for (const auto& [room, allowed] : may)
        for (const auto& i : includesOf(kSource / room)) {
            if (!i.ours) continue;
            const auto to = i.header.substr(0, i.header.find('/'));
            INFO(i.file << " includes " << i.header);
            CHECK((to == room || allowed.contains(to)));
        }
}

TEST_CASE("the stand-ins share no computation with the core") {
    // Values such as errors, clocks and sound may be shared; nothing that analyses.
    const std::set<std::string> values = {"core/units/result.h", "core/units/clocks.h", "core/sync/sound.h"};
    for (const auto& i : includesOf(kSource / "standins"))
        if (i.header.starts_with("core/")) {
            INFO(i.file << " includes " << i.header);
            CHECK(values.contains(i.header));
        }
}

TEST_CASE("only the studio includes Qt Widgets") {
    const auto widgets = widgetHeaders();
    REQUIRE(widgets.contains("QWidget"));
    bool studioDoes = false;
    for (const auto& room : fs::directory_iterator(kSource)) {
        if (!room.is_directory()) continue;
        const bool studio = room.path().filename() == "studio";
        for (const auto& i : includesOf(room.path())) {
            const bool widget = widgets.contains(i.header) || i.header.starts_with("QtWidgets");
            if (studio) studioDoes |= widget;
            INFO(i.file << " includes " << i.header);
            if (!studio) CHECK_FALSE(widget);
        }
    }
    CHECK(studioDoes); // else this test looks at nothing
}

TEST_CASE("FFmpeg and OpenCV stay behind media's door") {
    for (const auto& room : fs::directory_iterator(kSource))
        if (room.is_directory() && room.path().filename() != "media")
            for (const auto& i : includesOf(room.path())) {
                INFO(i.file << " includes " << i.header);
                CHECK_FALSE((isFfmpeg(i.header) || isOpenCv(i.header) || i.header == "media/ffmpeg_parts.h" ||
                             i.header == "media/pixels.h"));
            }
}

TEST_CASE("a program made of the core alone needs neither Qt nor FFmpeg nor OpenCV") {
    const auto needs = outputOf(std::string("readelf -d ") + HL_BIN + "/test_core");
    CHECK(needs.find("NEEDED") != std::string::npos);
    for (const char* library : {"libQt", "libav", "libsw", "libopencv"})
        CHECK(needs.find(library) == std::string::npos);
}

TEST_CASE("the headless command needs no Qt Widgets") {
    const auto needs = outputOf(std::string("readelf -d ") + HL_BIN + "/highlantern");
    CHECK(needs.find("libQt6Gui") != std::string::npos);
    CHECK(needs.find("libQt6Widgets") == std::string::npos);
}

TEST_CASE("every error's id is explained in docs/errors.md") {
    std::ifstream page(fs::path(HL_SOURCE) / "docs/errors.md");
    const std::string text((std::istreambuf_iterator<char>(page)), {});
    static const std::regex id(R"~((?:Error\{|return \{|\? |: |id = )"([a-z]+(?:-[a-z]+)*\.[a-z]+(?:-[a-z]+)*)")~");
    std::set<std::string> ids;
    for (const auto& e : fs::recursive_directory_iterator(kSource)) {
        if (e.path().extension() != ".cpp" && e.path().extension() != ".h") continue;
        std::ifstream in(e.path());
        const std::string source((std::istreambuf_iterator<char>(in)), {});
        for (auto m = std::sregex_iterator(source.begin(), source.end(), id); m != std::sregex_iterator(); ++m)
            if (!(*m)[1].str().starts_with("room.")) ids.insert((*m)[1]); // those are findings
    }
    REQUIRE(ids.size() > 35);
    for (const auto& name : ids) {
        INFO(name);
        CHECK(text.find("`" + name + "`") != std::string::npos);
    }
}

TEST_CASE("nothing of ours is loaded from the network") { // names of the real world: names.py
    for (const auto& folder : {"src", "assets/page"})
        for (const auto& e : fs::recursive_directory_iterator(fs::path(HL_SOURCE) / folder)) {
            if (!e.is_regular_file()) continue;
            std::ifstream in(e.path());
            const std::string text((std::istreambuf_iterator<char>(in)), {});
            INFO(e.path().string());
            for (auto at = text.find("http"); at != std::string::npos; at = text.find("http", at + 4))
                CHECK(text.substr(at, 18) == "https://schema.org");
        }
}
