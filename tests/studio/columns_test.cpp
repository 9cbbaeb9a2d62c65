// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/column_memory.h"
#include "store/log_file.h"
#include "studio/stations/scene/columns_dialog.h"
#include "studio/stations/scene/new_guide_dialog.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>

using namespace hl;
using hl::testing::ScratchFolder;
using hl::testing::waitFor;

namespace {

std::string oddLog() {
    std::string csv = "time [s],speed [km/h],Foot A,Brake Press F\n";
    for (int i = 0; i < 200; ++i) csv += std::to_string(i * 0.1) + ",100," + std::to_string(i % 100) + ",0\n";
    return csv;
}

int rowOf(const ColumnsDialog& d, const QString& header) {
    for (int row = 0; row < d.table()->rowCount(); ++row)
        if (d.table()->item(row, 0)->text() == header) return row;
    return -1;
}

QComboBox* box(const ColumnsDialog& d, int row, int column) {
    auto* cell = d.table()->cellWidget(row, column);
    auto* box = qobject_cast<QComboBox*>(cell);
    return box ? box : cell->findChild<QComboBox*>();
}

} // namespace

TEST_CASE("sure guesses left alone are no choices, confirmed and changed ones are") {
    hl::testing::studioReady();
    const ScratchFolder dir;
    const auto shape = readLogShape(dir.write("odd.csv", oddLog()));
    REQUIRE(shape);
    CHECK_FALSE(shape->sure()); // "Brake Press F" only resembles a brake
    ColumnsDialog dialog(*shape);
    const ColumnChoice confirmed{"Brake Press F", Channel::Brake, ""};
    CHECK(dialog.choices() == std::vector{confirmed});
    const int row = rowOf(dialog, QStringLiteral("Foot A"));
    REQUIRE(row >= 0);
    auto* channel = box(dialog, row, 2);
    channel->setCurrentIndex(channel->findData(static_cast<int>(Channel::Throttle)));
    auto* unit = box(dialog, row, 3);
    unit->setCurrentIndex(unit->findData(QStringLiteral("%")));
    const auto choices = dialog.choices();
    CHECK(choices == std::vector{ColumnChoice{"Foot A", Channel::Throttle, "%"}, confirmed});
}

TEST_CASE("choices are remembered for the next log with the same header, and only for it") {
    const ScratchFolder dir;
    const auto shape = readLogShape(dir.write("odd.csv", oddLog()));
    REQUIRE(shape);
    const auto memory = dir / "memory/columns.json";
    const std::vector<ColumnChoice> choices = {{"Foot A", Channel::Throttle, "%"},
                                               {"Brake Press F", Channel::Count, ""}};
    CHECK(rememberedChoices(*shape, memory).empty());
    REQUIRE(rememberChoices(*shape, choices, memory));
    CHECK(rememberedChoices(*shape, memory) == choices);
    auto other = *shape;
    other.columns.pop_back();
    CHECK(rememberedChoices(other, memory).empty());
    std::ofstream(memory) << "damaged {";
    CHECK(rememberedChoices(*shape, memory).empty());
    REQUIRE(rememberChoices(*shape, choices, memory));
    CHECK(rememberedChoices(*shape, memory) == choices);
}

TEST_CASE("the new guide's dialog says when columns are guessed, and takes what is chosen") {
    hl::testing::studioReady();
    const ScratchFolder dir;
    qputenv("XDG_DATA_HOME", (dir / "data").c_str());
    const auto log = QString::fromStdString(dir.write("odd.csv", oddLog()).string());
    Tasks tasks;
    NewGuideDialog dialog(tasks);
    dialog.show();
    dialog.take({log});
    auto* columns = dialog.findChild<QPushButton*>(QStringLiteral("columnsButton"));
    REQUIRE(columns);
    REQUIRE(waitFor([&] { return columns->isEnabled(); }));
    const auto says = [&](const QString& words) {
        for (auto* l : dialog.findChildren<QLabel*>())
            if (l->text().contains(words)) return true;
        return false;
    };
    CHECK(says(QStringLiteral("only guessed")));
    QTest::mouseClick(columns, Qt::LeftButton);
    auto* view = dialog.findChild<ColumnsDialog*>();
    REQUIRE(view);
    auto* channel = box(*view, rowOf(*view, QStringLiteral("Foot A")), 2);
    channel->setCurrentIndex(channel->findData(static_cast<int>(Channel::Throttle)));
    view->accept();
    CHECK(says(QStringLiteral("as you chose")));
    NewGuideDialog again(tasks); // the next log of the same header
    again.take({log});
    auto* next = again.findChild<QPushButton*>(QStringLiteral("columnsButton"));
    CHECK(waitFor([&] { return next->isEnabled(); }));
    bool remembered = false;
    for (auto* l : again.findChildren<QLabel*>()) remembered |= l->text().contains(QStringLiteral("before"));
    CHECK(remembered);
}
