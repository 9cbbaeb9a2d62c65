// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/text_reader.h"

#include <algorithm>
#include <memory>
#include <tesseract/baseapi.h>

namespace hl {
namespace {

constexpr int kMargin = 12;    // cells of ground around the number: print is never read at the edge
constexpr int kLeastSure = 55; // of 100

/// With a margin of its own ground, dark on light as print is.
std::vector<std::uint8_t> asPrint(const std::uint8_t* grey, int width, int height) {
    std::vector<std::uint8_t> border;
    for (int x = 0; x < width; ++x) border.push_back(grey[x]), border.push_back(grey[(height - 1) * width + x]);
    std::nth_element(border.begin(), border.begin() + static_cast<std::ptrdiff_t>(border.size() / 2), border.end());
    const int ground = border[border.size() / 2], w = width + 2 * kMargin, h = height + 2 * kMargin;
    int lightest = 0, darkest = 255;
    for (int i = 0; i < width * height; ++i)
        lightest = std::max<int>(lightest, grey[i]), darkest = std::min<int>(darkest, grey[i]);
    const bool light = lightest - ground > ground - darkest;
    const double range = std::max(1, light ? lightest - ground : ground - darkest);
    std::vector<std::uint8_t> out(static_cast<std::size_t>(w * h), 255);
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const int v = grey[y * width + x];
            const double ink = std::clamp((light ? v - ground : ground - v) / range, 0.0, 1.0);
            out[static_cast<std::size_t>((y + kMargin) * w + x + kMargin)] = static_cast<std::uint8_t>(255 - 255 * ink);
        }
    return out;
}

struct EndApi {
    void operator()(tesseract::TessBaseAPI* api) const {
        api->End();
        delete api;
    }
};

} // namespace

TextReader textReader(bool gears) {
    std::shared_ptr<tesseract::TessBaseAPI> api(new tesseract::TessBaseAPI, EndApi{});
    if (api->Init(nullptr, "eng", tesseract::OEM_LSTM_ONLY) != 0) return {};
    api->SetVariable("tessedit_char_whitelist", gears ? "0123456789NR" : "0123456789");
    api->SetVariable("debug_file", "/dev/null");
    api->SetPageSegMode(gears ? tesseract::PSM_SINGLE_CHAR : tesseract::PSM_SINGLE_LINE);
    return [api](const std::uint8_t* grey, std::size_t width, std::size_t height) {
        const int w = static_cast<int>(width), h = static_cast<int>(height);
        const auto page = asPrint(grey, w, h);
        api->SetImage(page.data(), w + 2 * kMargin, h + 2 * kMargin, 1, w + 2 * kMargin);
        const std::unique_ptr<char[]> text(api->GetUTF8Text());
        return text && api->MeanTextConf() >= kLeastSure ? std::string(text.get()) : std::string();
    };
}

} // namespace hl
