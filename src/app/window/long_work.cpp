// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/long_work.h"

#include "app/base/look.h"

#include <QApplication>
#include <QEventLoop>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPointer>
#include <QProgressBar>
#include <QPushButton>
#include <QTimer>
#include <QVBoxLayout>

#include <future>
#include <thread>

namespace yarrin {

namespace {

/// What is done by then never shows.
constexpr std::chrono::milliseconds unseen{40};

} // namespace

LongWork::LongWork(QWidget* window)
    : QFrame(window), m_what(new QLabel(this)), m_bar(new QProgressBar(this)),
      m_stop(new QPushButton(tr("Stop"), this)) {
    setObjectName(QStringLiteral("longWork"));
    setAccessibleName(tr("Work in hand"));
    setAttribute(Qt::WA_OpaquePaintEvent); // what lies below is not painted anew with every tick of the bar
    m_what->setObjectName(QStringLiteral("longWorkWhat"));
    m_stop->setObjectName(QStringLiteral("longWorkStop"));
    m_bar->setTextVisible(false);
    m_bar->setFixedHeight(8);
    auto* line = new QHBoxLayout;
    line->setSpacing(12);
    line->addWidget(m_bar, 1);
    line->addWidget(m_stop);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 12);
    layout->setSpacing(6);
    layout->addWidget(m_what);
    layout->addLayout(line);
    connect(m_stop, &QPushButton::clicked, this, &LongWork::stop);
    hide();
}

void LongWork::wait(const QString& what, const LongJob& job) {
    WorkWatch watch;
    if (isOn()) return job(watch);
    std::promise<void> done;
    const auto ready = done.get_future();
    std::thread worker([&] {
        WorkScope scope(watch);
        job(watch);
        done.set_value();
    });
    if (ready.wait_for(unseen) != std::future_status::ready) {
        m_watch = &watch;
        const QPointer<QWidget> focus = QApplication::focusWidget();
        present(what);
        qApp->installEventFilter(this);
        QEventLoop loop;
        QTimer look;
        connect(&look, &QTimer::timeout, this, [&] {
            if (ready.wait_for(std::chrono::seconds(0)) == std::future_status::ready) return loop.quit();
            const int part = watch.thousandths();
            m_bar->setRange(0, part < 0 ? 0 : 1000);
            if (part >= 0) m_bar->setValue(part);
        });
        look.start(20);
        loop.exec();
        qApp->removeEventFilter(this);
        // Hidden with the keyboard it would hand that to whoever comes next.
        if (focus)
            focus->setFocus();
        else
            m_stop->clearFocus();
        hide();
        m_watch = nullptr;
    }
    worker.join();
}

void LongWork::present(const QString& what) {
    m_what->setText(what + QStringLiteral("…"));
    m_bar->setRange(0, 0);
    m_stop->setEnabled(true);
    m_stop->setText(tr("Stop"));
    setFixedWidth(std::min(440, parentWidget()->width() - 40));
    adjustSize();
    move((parentWidget()->width() - width()) / 2, parentWidget()->height() / 3);
    show();
    raise();
    m_stop->setFocus();
}

void LongWork::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), theme().field);
    painter.setPen(theme().accent);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
}

void LongWork::stop() {
    if (!m_watch) return;
    m_watch->stop();
    m_stop->setEnabled(false);
    m_stop->setText(tr("Stopping"));
}

/// While work is on, only what is here takes input.
bool LongWork::eventFilter(QObject* watched, QEvent* event) {
    switch (event->type()) {
    case QEvent::KeyPress:
        if (static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape && watched->isWidgetType()) {
            stop();
            return true;
        }
        break;
    case QEvent::Shortcut:
        return true;
    case QEvent::Close:
        if (!watched->isWidgetType()) return false;
        event->ignore();
        return true;
    case QEvent::MouseButtonPress:
    case QEvent::MouseButtonRelease:
    case QEvent::MouseButtonDblClick:
    case QEvent::KeyRelease:
    case QEvent::ShortcutOverride:
    case QEvent::Wheel:
    case QEvent::ContextMenu:
    case QEvent::DragEnter:
    case QEvent::Drop:
        break;
    default:
        return false;
    }
    const auto* widget = qobject_cast<QWidget*>(watched);
    return widget && widget != this && !isAncestorOf(widget);
}

} // namespace yarrin
