// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/almanac.h"

#include "store/card_json.h"
#include "store/files.h"

#include <algorithm>
#include <cctype>
#include <cstdlib>
#include <sqlite3.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

constexpr int kLayout = 1; // PRAGMA user_version; another one is made anew from the folders

struct CloseDatabase {
    void operator()(sqlite3* db) const { sqlite3_close_v2(db); }
};
struct EndStatement {
    void operator()(sqlite3_stmt* s) const { sqlite3_finalize(s); }
};
using Database = std::unique_ptr<sqlite3, CloseDatabase>;
using Statement = std::unique_ptr<sqlite3_stmt, EndStatement>;

Statement prepared(sqlite3* db, const char* sql) {
    sqlite3_stmt* s = nullptr;
    sqlite3_prepare_v2(db, sql, -1, &s, nullptr);
    return Statement(s);
}

void bindText(sqlite3_stmt* s, int at, const std::string& text) {
    sqlite3_bind_text(s, at, text.data(), static_cast<int>(text.size()), SQLITE_TRANSIENT);
}

std::string columnText(sqlite3_stmt* s, int at) {
    const auto* text = reinterpret_cast<const char*>(sqlite3_column_text(s, at));
    return text ? std::string(text, static_cast<std::size_t>(sqlite3_column_bytes(s, at))) : std::string();
}

struct Opened {
    Database db;          ///< null: cannot be used
    bool foreign = false; ///< it is no database, a damaged one, or laid out otherwise; not one that is only busy
};

Opened opened(const fs::path& file) {
    sqlite3* raw = nullptr;
    const int code = sqlite3_open_v2(file.c_str(), &raw, SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE, nullptr);
    Opened o{Database(raw), false};
    const auto no = [&](bool foreign) {
        const int why = o.db ? sqlite3_errcode(o.db.get()) : SQLITE_CANTOPEN;
        return Opened{nullptr, foreign || why == SQLITE_NOTADB || why == SQLITE_CORRUPT};
    };
    if (code != SQLITE_OK) return no(false);
    sqlite3_busy_timeout(raw, 3000); // a second window of ours writes for milliseconds
    auto version = prepared(raw, "PRAGMA user_version");
    if (!version || sqlite3_step(version.get()) != SQLITE_ROW) return no(false);
    const int layout = sqlite3_column_int(version.get(), 0);
    version.reset(); // as long as it is read from, the journal cannot be changed
    if (layout != 0 && layout != kLayout) return no(true);
    const auto set = "PRAGMA user_version = " + std::to_string(kLayout);
    const char* const kTable = "CREATE TABLE IF NOT EXISTS guide ("
                               "folder TEXT PRIMARY KEY, used_at INTEGER NOT NULL, card TEXT NOT NULL) WITHOUT ROWID;";
    for (const auto* sql : {"PRAGMA journal_mode=WAL", kTable, set.c_str()})
        if (sqlite3_exec(raw, sql, nullptr, nullptr, nullptr) != SQLITE_OK) return no(false);
    return o;
}

std::string lowered(std::string_view text) {
    std::string s;
    for (const char c : text) s += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return s;
}

} // namespace

struct Almanac::Impl {
    Database db;
    fs::path file;
    bool damaged = false;
    Error error(const char* doing) const {
        return {"almanac.unwritable",
                std::string("the almanac cannot be ") + doing + " (" + sqlite3_errmsg(db.get()) + ")", file.string(),
                "a disk with room that may be written to"};
    }
};

Almanac::Almanac(std::unique_ptr<Impl> impl) : impl_(std::move(impl)) {}
Almanac::Almanac(Almanac&&) noexcept = default;
Almanac& Almanac::operator=(Almanac&&) noexcept = default;
Almanac::~Almanac() = default;

Result<Almanac> Almanac::open(const fs::path& file) {
    if (auto made = makeFolder(file.parent_path()); !made) return made.error();
    auto impl = std::make_unique<Impl>();
    impl->file = file;
    auto first = opened(file);
    if (first.foreign) {
        std::error_code ec;
        impl->damaged = true;
        fs::rename(file, file.string() + ".damaged", ec);
        for (const auto* beside : {"-wal", "-shm"}) fs::remove(file.string() + beside, ec);
        first = opened(file);
    }
    impl->db = std::move(first.db);
    if (!impl->db)
        return Error{"almanac.unwritable", "the almanac cannot be opened", file.string(),
                     "a folder that may be written to, and no other program that holds it"};
    return Almanac(std::move(impl));
}

bool Almanac::wasDamaged() const { return impl_->damaged; }

Result<std::vector<GuideCard>> Almanac::cards() const {
    const auto all = prepared(impl_->db.get(), "SELECT folder, used_at, card FROM guide ORDER BY used_at DESC, folder");
    if (!all) return impl_->error("read");
    std::vector<GuideCard> out;
    int code = SQLITE_ROW;
    while ((code = sqlite3_step(all.get())) == SQLITE_ROW) {
        auto card = cardFrom(columnText(all.get(), 2));
        card.folder = columnText(all.get(), 0), card.usedAt = sqlite3_column_int64(all.get(), 1);
        out.push_back(std::move(card));
    }
    if (code != SQLITE_DONE) return impl_->error("read");
    return out;
}

Status Almanac::put(const GuideCard& card) { return put(std::vector{card}); }

Status Almanac::put(const std::vector<GuideCard>& cards) {
    auto* db = impl_->db.get();
    if (sqlite3_exec(db, "BEGIN IMMEDIATE", nullptr, nullptr, nullptr) != SQLITE_OK) return impl_->error("written");
    const auto one = prepared(db, "INSERT INTO guide (folder, used_at, card) VALUES (?1, ?2, ?3) "
                                  "ON CONFLICT (folder) DO UPDATE SET used_at = ?2, card = ?3");
    bool good = one != nullptr;
    for (const auto& card : cards) {
        if (!good) break;
        bindText(one.get(), 1, card.folder.string());
        sqlite3_bind_int64(one.get(), 2, card.usedAt);
        bindText(one.get(), 3, cardText(card));
        good = sqlite3_step(one.get()) == SQLITE_DONE;
        sqlite3_reset(one.get());
    }
    if (good && sqlite3_exec(db, "COMMIT", nullptr, nullptr, nullptr) == SQLITE_OK) return Done{};
    const auto e = impl_->error("written");
    sqlite3_exec(db, "ROLLBACK", nullptr, nullptr, nullptr);
    return e;
}

Status Almanac::remove(const fs::path& folder) {
    const auto s = prepared(impl_->db.get(), "DELETE FROM guide WHERE folder = ?1");
    if (!s) return impl_->error("written");
    bindText(s.get(), 1, folder.string());
    if (sqlite3_step(s.get()) != SQLITE_DONE) return impl_->error("written");
    return Done{};
}

bool matches(const GuideCard& card, std::string_view typed) {
    const auto all = lowered(card.title + ' ' + card.track + ' ' + card.car + ' ' + card.series + ' ' + card.channel +
                             ' ' + card.conditions + ' ' + card.folder.filename().string());
    const auto words = lowered(typed);
    for (std::size_t at = 0; at < words.size();) {
        const auto from = words.find_first_not_of(' ', at);
        if (from == std::string::npos) return true;
        const auto end = std::min(words.find(' ', from), words.size());
        if (all.find(words.substr(from, end - from)) == std::string::npos) return false;
        at = end;
    }
    return true;
}

fs::path almanacFile() {
    const char* data = std::getenv("XDG_DATA_HOME");
    const char* home = std::getenv("HOME");
    const fs::path base = data && *data == '/' ? fs::path(data) : fs::path(home ? home : ".") / ".local/share";
    return base / "highlantern" / "almanac.sqlite";
}

} // namespace hl
