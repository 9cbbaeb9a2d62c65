// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/playback/proxy_making.h"

#include "jobs/proxy.h"

namespace hl {
namespace {

constexpr int kAfterOpeningMs = 2500;
constexpr TaskKind kProxy{"proxy", Lane::Long};

} // namespace

ProxyMaking::ProxyMaking(Desk& desk) : desk_(desk) {
    later_.setSingleShot(true);
    later_.setInterval(kAfterOpeningMs);
    connect(&later_, &QTimer::timeout, this, &ProxyMaking::make);
}

void ProxyMaking::begin() { later_.start(); }

/// A guide that cannot be written to does without.
void ProxyMaking::make() {
    if (!desk_.isOpen()) return;
    desk_.tasks().start(
        this, kProxy,
        [folder = desk_.session().folder, video = desk_.session().video](const Progress& p) {
            return makeProxy(folder, video, p);
        },
        [this](Result<Proxy> proxy) {
            if (!proxy) return;
            if (proxy->damaged > 0)
                emit filmTold(
                    tr("The film is damaged in %n place(s); what can be read of it is used.", nullptr, proxy->damaged));
            emit ready(QString::fromStdString(proxy->file.string()));
        });
}

} // namespace hl
