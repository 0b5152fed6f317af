//! Simulated devices: an echo sounder (NMEA 0183 over TCP) and a forecast (JSON over HTTP).

use std::net::{SocketAddr, TcpListener};
use std::time::Duration;

use clap::Parser;

/// Plays an invented bay as an echo sounder would, and a forecast for the invented fen, for
/// trying Yarrowfen.
#[derive(Parser)]
#[command(name = "yarrowfen-standin", version)]
struct Cli {
    /// Where to listen: loopback and a port.
    #[arg(long, env = "YARROWFEN_SOUNDER", default_value = "127.0.0.1:10110")]
    listen: SocketAddr,
    /// How many times faster than life.
    #[arg(long, default_value_t = 1.0)]
    pace: f64,
    /// Where the forecast answers: loopback and a port; nowhere where it is not said.
    #[arg(long)]
    forecast: Option<SocketAddr>,
}

#[expect(clippy::print_stdout, reason = "a command line says where it listens")]
fn main() -> std::io::Result<()> {
    let cli = Cli::parse();
    let all = [Some(cli.listen), cli.forecast];
    if all.iter().flatten().any(|a| !a.ip().is_loopback()) {
        return Err(std::io::Error::other(
            "a simulated device listens on loopback only",
        ));
    }
    let listener = TcpListener::bind(cli.listen)?;
    println!("simulated sounder at {}", listener.local_addr()?);
    if let Some(address) = cli.forecast {
        let server = tiny_http::Server::http(address).map_err(std::io::Error::other)?;
        println!("simulated forecast at http://{address}");
        std::thread::spawn(move || yarrowfen_standin::weather::serve(&server));
    }
    let pace = if cli.pace.is_finite() {
        cli.pace.clamp(0.1, 100.0)
    } else {
        1.0
    };
    yarrowfen_standin::serve(&listener, Duration::from_secs_f64(1.0 / pace))
}
