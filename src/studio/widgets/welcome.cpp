// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/welcome.h"

#include "picture/tokens.h"
#include "store/guide_file.h"
#include "studio/widgets/style.h"

#include <QCoreApplication>
#include <QDir>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QProcess>
#include <QPushButton>
#include <QSettings>
#include <QStandardPaths>
#include <QVBoxLayout>

namespace hl {
namespace {

constexpr int kMostRecent = 8;

QString demoFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/demo");
}

/// The headless command that came with this program.
QString commandFile() { return QDir(QCoreApplication::applicationDirPath()).filePath(QStringLiteral("highlantern")); }

} // namespace

QStringList recentGuides() {
    QStringList there;
    for (const auto& folder : QSettings().value(QStringLiteral("recent")).toStringList())
        if (QFileInfo::exists(folder + QStringLiteral("/guide.json"))) there << folder;
    return there;
}

void rememberGuide(const QString& folder) {
    QSettings s;
    auto recent = s.value(QStringLiteral("recent")).toStringList();
    recent.removeAll(QDir(folder).absolutePath());
    recent.prepend(QDir(folder).absolutePath());
    s.setValue(QStringLiteral("recent"), recent.mid(0, kMostRecent));
}

Welcome::Welcome(QWidget* parent)
    : QWidget(parent), recent_(new QVBoxLayout),
      none_(quiet(tr("Nothing yet. The guides you make or open stand here."))),
      demo_(plainButton(tr("Make the demo guide"))) {
    setObjectName(QStringLiteral("welcome"));
    setAccessibleName(tr("Drop a film and its log here, or open a guide"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(64, 40, 64, 40);
    row->setSpacing(48);
    auto* left = new QVBoxLayout;
    left->setSpacing(10);
    left->addStretch(3);
    auto* head = new QLabel(tr("Drop a film and its log here"));
    head->setFont(look::text(34, look::Weight::Heavy));
    head->setStyleSheet(QStringLiteral("font-size: 34px; font-weight: 700;"));
    left->addWidget(head);
    auto* about =
        new QLabel(tr("They are tied together, cut into corners and measured. You say it in your own words."));
    about->setWordWrap(true);
    about->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Maximum);
    about->setObjectName(QStringLiteral("darkquiet"));
    about->setStyleSheet(QStringLiteral("font-size: 17px;"));
    left->addWidget(about);
    left->addSpacing(20);
    auto* buttons = new QHBoxLayout;
    auto* fresh = lampButton(tr("New guide"));
    auto* open = new QPushButton(tr("Open a guide"));
    open->setObjectName(QStringLiteral("flat"));
    buttons->addWidget(fresh);
    buttons->addWidget(open);
    buttons->setSpacing(12);
    buttons->addStretch();
    left->addLayout(buttons);
    left->addStretch(4);
    row->addLayout(left, 11);
    auto* paper = new QWidget;
    paper->setObjectName(QStringLiteral("card"));
    paper->setAttribute(Qt::WA_StyledBackground);
    auto* list = new QVBoxLayout(paper);
    list->setContentsMargins(28, 24, 28, 26);
    list->setSpacing(8);
    list->addWidget(headline(tr("On the desk of late")));
    list->addWidget(none_);
    list->addLayout(recent_);
    list->addStretch();
    list->addWidget(quiet(tr("New here? The demo is a lap of the Saltmarrow Ring, made up from beginning to end.")));
    list->addWidget(demo_, 0, Qt::AlignLeft);
    demo_->setObjectName(QStringLiteral("demoGuide"));
    paper->setMinimumHeight(400);
    row->addWidget(paper, 10, Qt::AlignVCenter);
    connect(fresh, &QPushButton::clicked, this, &Welcome::newGuideWanted);
    connect(open, &QPushButton::clicked, this, &Welcome::openWanted);
    connect(demo_, &QPushButton::clicked, this, &Welcome::makeDemo);
    refresh();
}

void Welcome::refresh() {
    while (auto* item = recent_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    const auto folders = recentGuides();
    none_->setVisible(folders.isEmpty());
    for (const auto& folder : folders) {
        const auto guide = readGuide(folder.toStdString());
        const auto title = guide ? QString::fromStdString(guide->scene.title) : QFileInfo(folder).fileName();
        const auto about =
            guide ? tr("%1 corners, %2")
                        .arg(guide->corners.size())
                        .arg(QString::fromStdString(guide->scene.car.empty() ? guide->scene.track : guide->scene.car))
                  : tr("cannot be read; open it to see why");
        auto* b = new QPushButton(title + QStringLiteral("\n") + about);
        b->setProperty("role", QStringLiteral("row"));
        b->setAccessibleName(title);
        b->setToolTip(folder);
        connect(b, &QPushButton::clicked, this, [this, folder] { emit guideWanted(folder); });
        recent_->addWidget(b);
    }
    const bool made = QFileInfo::exists(demoFolder() + QStringLiteral("/saltmarrow-guide/guide.json"));
    demo_->setText(made ? tr("Open the demo guide") : tr("Make the demo guide"));
    demo_->setVisible(made || QFileInfo(commandFile()).isExecutable());
}

/// About a minute of filming, done by the command beside this program.
void Welcome::makeDemo() {
    const auto guide = demoFolder() + QStringLiteral("/saltmarrow-guide");
    if (QFileInfo::exists(guide + QStringLiteral("/guide.json"))) {
        emit guideWanted(guide);
        return;
    }
    if (making_) return;
    making_ = new QProcess(this);
    demo_->setEnabled(false);
    connect(making_, &QProcess::readyReadStandardError, this, [this] {
        const auto lines =
            QString::fromUtf8(making_->readAllStandardError()).split(QLatin1Char('\n'), Qt::SkipEmptyParts);
        if (!lines.isEmpty()) demo_->setText(tr("Making it: %1").arg(lines.back().trimmed()));
    });
    connect(making_, &QProcess::finished, this, [this, guide](int code) {
        making_->deleteLater();
        making_ = nullptr;
        demo_->setEnabled(true);
        refresh();
        if (code == 0)
            emit guideWanted(guide);
        else
            emit said(tr("The demo could not be made."), true);
    });
    making_->start(commandFile(), {QStringLiteral("demo"), demoFolder()});
}

void Welcome::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(QColor(look::kMarsh600), 2, Qt::DashLine, Qt::RoundCap));
    p.drawRoundedRect(QRectF(24, 12, width() - 48, height() - 28), look::kRadiusDesk, look::kRadiusDesk);
}

} // namespace hl
