//! What the server counts of itself, in Prometheus' text format on a port of its own.
//! Published: Prometheus, exposition formats; OpenMetrics 1.0.

use std::fmt;
use std::sync::Arc;
use std::time::{Duration, Instant};

use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::middleware::Next;
use actix_web::{Error, HttpResponse, web};
use prometheus_client::encoding::EncodeLabelSet;
use prometheus_client::encoding::text::encode;
use prometheus_client::metrics::counter::Counter;
use prometheus_client::metrics::family::Family;
use prometheus_client::metrics::gauge::Gauge;
use prometheus_client::metrics::histogram::Histogram;
use prometheus_client::registry::{Registry, Unit};

use crate::app::App;

/// Bounds of what answers take, s.
const TOOK: [f64; 11] = [0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1.0, 2.0, 5.0];
/// An answer that took so long is worth a line by itself.
const SLOW: Duration = Duration::from_secs(1);
/// What is told of an address that is none of ours: it may hold anything.
const OTHER: &str = "other";

#[derive(Clone, Debug, PartialEq, Eq, Hash, EncodeLabelSet)]
struct Answered {
    route: String,
    status: u32,
}

#[derive(Clone, Debug, PartialEq, Eq, Hash, EncodeLabelSet)]
struct Of {
    route: String,
}

/// What is counted.
pub struct Metrics {
    registry: Registry,
    answered: Family<Answered, Counter>,
    took: Family<Of, Histogram, fn() -> Histogram>,
    lag: Histogram,
    under_way: Gauge,
    connections: Gauge,
    idle: Gauge,
    uploads: Gauge,
    away: Gauge,
    memory: Gauge,
}

impl fmt::Debug for Metrics {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str("Metrics")
    }
}

impl Default for Metrics {
    fn default() -> Self {
        let mut registry = Registry::with_prefix("yarrowfen");
        let answered = Family::default();
        registry.register("answers", "Answers by route and status", answered.clone());
        let took: Family<Of, Histogram, fn() -> Histogram> =
            Family::new_with_constructor(|| Histogram::new(TOOK));
        registry.register_with_unit(
            "took",
            "What answers took by route",
            Unit::Seconds,
            took.clone(),
        );
        let lag = Histogram::new(TOOK);
        registry.register_with_unit(
            "event_loop_lag",
            "How late a timer of an event loop fires: what a request waits before it is seen",
            Unit::Seconds,
            lag.clone(),
        );
        let mut gauge = |name: &str, help: &str| {
            let gauge = Gauge::default();
            registry.register(name, help, gauge.clone());
            gauge
        };
        Self {
            answered,
            took,
            lag,
            under_way: gauge("requests_under_way", "Requests that are being answered"),
            connections: gauge("database_connections", "Connections to the database"),
            idle: gauge("database_connections_idle", "Those that nobody uses"),
            uploads: gauge(
                "uploads_held_bytes",
                "What forms that are coming hold in memory",
            ),
            away: gauge(
                "database_away",
                "1 while the database is left alone after a failure",
            ),
            memory: gauge("resident_memory_bytes", "Memory of this process"),
            registry,
        }
    }
}

/// A timer of each event loop fires so often.
const TICK: Duration = Duration::from_millis(100);

impl Metrics {
    /// Measures how late the timers of this event loop fire, for as long as it runs.
    pub async fn measure_lag(self: Arc<Self>) {
        loop {
            let due = Instant::now() + TICK;
            tokio::time::sleep(TICK).await;
            let late = Instant::now().saturating_duration_since(due);
            self.lag.observe(late.as_secs_f64());
        }
    }

    /// All of it as text.
    fn text(&self, app: &App) -> Result<String, fmt::Error> {
        let (all, idle) = app.store.connections();
        let count = |n: usize| i64::try_from(n).unwrap_or(i64::MAX);
        self.connections.set(i64::from(all));
        self.idle.set(count(idle));
        self.uploads.set(count(app.uploads.held()));
        self.away.set(i64::from(app.breaker.is_open()));
        let memory = memory_stats::memory_stats().map_or(0, |m| m.physical_mem);
        self.memory.set(count(memory));
        let mut text = String::new();
        encode(&mut text, &self.registry)?;
        Ok(text)
    }
}

/// Ends being under way, however the answer ends: it may be dropped.
struct UnderWay(Gauge);

impl Drop for UnderWay {
    fn drop(&mut self) {
        self.0.dec();
    }
}

/// Middleware: counts what is answered, and writes a line of it where that is asked for (`request=info`), or where it
/// took long or failed. Routes are told as the table has them: no id, no question, no address of anybody.
///
/// # Errors
/// Those of the service below.
pub async fn counted<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<B>, Error> {
    let app = request.app_data::<web::Data<App>>().cloned();
    let (begun, method) = (Instant::now(), request.method().clone());
    let _under_way = app.as_ref().map(|app| {
        app.metrics.under_way.inc();
        UnderWay(app.metrics.under_way.clone())
    });
    let reply = next.call(request).await?;
    let took = begun.elapsed();
    let pattern = reply.request().match_pattern();
    let route = pattern.unwrap_or_else(|| OTHER.to_owned());
    let status = reply.status();
    let ms = took.as_millis();
    if took >= SLOW || status.is_server_error() {
        tracing::warn!(target: "request", %method, route, status = status.as_u16(), ms, "answered");
    } else {
        tracing::info!(target: "request", %method, route, status = status.as_u16(), ms, "answered");
    }
    if let Some(app) = app {
        let (metrics, of) = (
            &app.metrics,
            Of {
                route: route.clone(),
            },
        );
        metrics.took.get_or_create(&of).observe(took.as_secs_f64());
        let status = u32::from(status.as_u16());
        metrics
            .answered
            .get_or_create(&Answered { route, status })
            .inc();
    }
    Ok(reply)
}

/// The page of the numbers.
pub async fn page(app: web::Data<App>) -> HttpResponse {
    match app.metrics.text(&app) {
        Ok(text) => HttpResponse::Ok()
            .content_type("application/openmetrics-text; version=1.0.0; charset=utf-8")
            .body(text),
        Err(e) => {
            tracing::error!(error = %e, "cannot write the numbers");
            HttpResponse::InternalServerError().finish()
        }
    }
}
