//! The command line.
#![expect(
    clippy::print_stdout,
    clippy::print_stderr,
    reason = "a command line prints"
)]

use std::io::{BufRead, Read, Write};
use std::os::unix::process::CommandExt;
use std::process::ExitCode;

use clap::{Parser, Subcommand};
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::cast::CastRequest;
use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{Engine, FieldError, Options, PickRequest};

use crate::check::Found;
use crate::config::{Config, database_url};
use crate::contract::{Faults, description};

/// Which jig head to tie on, and why.
#[derive(Parser)]
#[command(name = "yarrowfen", version)]
pub struct Cli {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    /// Answer a JSON request from standard input; needs no database. With --explain every rule
    /// considered is printed in place of the answer, with --lines as JSON within it.
    Pick(Asked),
    /// Say what goes wrong, why, and what mends it, for a JSON complaint from standard input;
    /// needs no database. With --explain the answer holds every cause considered.
    #[command(alias = "fix")]
    Mend(Asked),
    /// Measure how the hook of a rig lies in its bait, for a JSON request from standard input;
    /// needs no database.
    Bench(Asked),
    /// Play a cast, for a JSON request from standard input, which may name its bottom (ground or
    /// profile) and direction; needs no database.
    Cast(Asked),
    /// Serve the pages (settings come from the environment; see ./start).
    Serve,
    /// Bring the tables of the database up to date.
    Migrate,
    /// Load the examples; those there are replaced, nobody's own picks are touched.
    Demo,
    /// Say what is wrong with this installation, line by line: 1 where something does not work.
    Check,
    /// Print the OpenAPI description of the HTTP interface.
    Openapi,
}

/// How what comes on standard input is answered.
#[derive(clap::Args)]
struct Asked {
    /// One request a line, one answer a line, in order.
    #[arg(long)]
    lines: bool,
    /// Tell every rule considered, taken or not.
    #[arg(long)]
    explain: bool,
    /// Units of the texts: metric or imperial.
    #[arg(long, default_value = "metric", value_parser = units)]
    units: UnitSystem,
    /// Weights that are sold: oz or g.
    #[arg(long, default_value = "oz", value_parser = ladder)]
    ladder: Ladder,
}

impl Asked {
    fn options(&self) -> Options {
        Options {
            units: self.units,
            ladder: self.ladder,
            explain: self.explain,
            ..Options::default()
        }
    }
}

fn units(text: &str) -> Result<UnitSystem, String> {
    UnitSystem::from_code(text).ok_or_else(|| "metric or imperial".into())
}

fn ladder(text: &str) -> Result<Ladder, String> {
    Ladder::from_code(text).ok_or_else(|| "oz or g".into())
}

/// Exit code for a request with faults.
const BAD_INPUT: u8 = 2;

type Failure = Box<dyn std::error::Error>;

/// Memory that is freed goes back to the system at once, over a second later and only while the
/// server is asked: after a full account it held 117 MB of which it needed 80 (docs/reliability.md).
/// The allocator reads the setting as the program is loaded, so the program is begun anew with it,
/// in its own place. Who sets it otherwise is left alone.
fn give_back_at_once() {
    const SETTING: &str = "MIMALLOC_PURGE_DELAY";
    if std::env::var_os(SETTING).is_some() {
        return;
    }
    // What comes back is why it could not be; the server then serves as it is.
    let fault = match std::env::current_exe() {
        Ok(program) => std::process::Command::new(program)
            .args(std::env::args_os().skip(1))
            .env(SETTING, "0")
            .exec(),
        Err(fault) => fault,
    };
    eprintln!("yarrowfen: freed memory is held a while: {fault}");
}

/// Runs a command: 0 done, 1 a failure of ours, 2 bad input.
#[must_use]
pub fn run(cli: Cli) -> ExitCode {
    let done = match cli.command {
        Command::Pick(asked) => pick(asked.lines, asked.options()),
        Command::Mend(asked) => answer_with(asked.lines, |engine, text| {
            let request = MendRequest::from_json(text)?;
            Ok(engine.mend(&request, asked.options()))
        }),
        Command::Bench(asked) => answer_with(asked.lines, |engine, text| {
            let request = PickRequest::from_json(text)?;
            Ok(engine.bench(&request, asked.options()))
        }),
        Command::Cast(asked) => answer_with(asked.lines, |engine, text| {
            let request = CastRequest::from_json(text)?;
            Ok(engine.cast(&request, asked.options()))
        }),
        Command::Openapi => print_json(&description()).map(|()| ExitCode::SUCCESS),
        Command::Check => check(),
        Command::Serve => {
            give_back_at_once();
            serve()
        }
        Command::Migrate => with_store(false),
        Command::Demo => with_store(true),
    };
    done.unwrap_or_else(|e| {
        // A reader that closed the pipe has had enough; that is no failure.
        if e.downcast_ref::<std::io::Error>()
            .is_some_and(|e| e.kind() == std::io::ErrorKind::BrokenPipe)
        {
            return ExitCode::SUCCESS;
        }
        eprintln!("yarrowfen: {e}");
        let mut cause = e.source();
        while let Some(c) = cause {
            eprintln!("  because: {c}");
            cause = c.source();
        }
        ExitCode::FAILURE
    })
}

fn print_json(value: &impl serde::Serialize) -> Result<(), Failure> {
    let mut out = std::io::stdout().lock();
    serde_json::to_writer_pretty(&mut out, value)?;
    writeln!(out)?;
    Ok(())
}

fn answer(
    engine: &Engine,
    text: &[u8],
    options: Options,
) -> Result<yarrowfen_core::Answer, Vec<FieldError>> {
    Ok(engine.pick(&PickRequest::from_json(text)?, options))
}

fn pick(lines: bool, options: Options) -> Result<ExitCode, Failure> {
    let engine = Engine::new()?;
    if lines {
        return each_line(|line| answer(&engine, line, options));
    }
    let mut text = Vec::new();
    std::io::stdin().lock().read_to_end(&mut text)?;
    match answer(&engine, &text, options) {
        Ok(a) if options.explain => print_considered(&a).map(|()| ExitCode::SUCCESS),
        Ok(a) => print_json(&a).map(|()| ExitCode::SUCCESS),
        Err(faults) => print_json(&Faults::from(faults)).map(|()| BAD_INPUT.into()),
    }
}

/// Every rule considered, a line each: `*` for those taken.
fn print_considered(a: &yarrowfen_core::Answer) -> Result<(), Failure> {
    let mut out = std::io::stdout().lock();
    writeln!(
        out,
        "{}: {} {}, hook {}, model {}",
        a.rig, a.weight.label, a.head.shape, a.hook.size, a.model
    )?;
    for c in &a.considered {
        let mark = if c.taken { '*' } else { ' ' };
        writeln!(out, "{mark} {:<16} {:<28} {}", c.about, c.rule, c.saw)?;
    }
    for r in &a.reasons {
        let sign = if r.speaks_for { '+' } else { '-' };
        writeln!(
            out,
            "{sign} {:<16} {:<28} {} [{}]",
            r.about, r.code, r.text, r.basis
        )?;
    }
    Ok(())
}

/// Answers line by line: bad ones with their faults, in their place.
fn each_line<A: serde::Serialize>(
    answer: impl Fn(&[u8]) -> Result<A, Vec<FieldError>>,
) -> Result<ExitCode, Failure> {
    let mut out = std::io::BufWriter::new(std::io::stdout().lock());
    let mut bad = false;
    for line in std::io::stdin().lock().split(b'\n') {
        let line = line?;
        if line.iter().all(u8::is_ascii_whitespace) {
            continue;
        }
        match answer(&line) {
            Ok(a) => serde_json::to_writer(&mut out, &a)?,
            Err(faults) => {
                bad = true;
                serde_json::to_writer(&mut out, &Faults::from(faults))?;
            }
        }
        out.write_all(b"\n")?;
    }
    out.flush()?;
    Ok(if bad {
        BAD_INPUT.into()
    } else {
        ExitCode::SUCCESS
    })
}

/// Answers what is on standard input: one request, or one a line.
fn answer_with<A: serde::Serialize>(
    lines: bool,
    answer: impl Fn(&Engine, &[u8]) -> Result<A, Vec<FieldError>>,
) -> Result<ExitCode, Failure> {
    let engine = Engine::new()?;
    if lines {
        return each_line(|line| answer(&engine, line));
    }
    let mut text = Vec::new();
    std::io::stdin().lock().read_to_end(&mut text)?;
    match answer(&engine, &text) {
        Ok(a) => print_json(&a).map(|()| ExitCode::SUCCESS),
        Err(faults) => print_json(&Faults::from(faults)).map(|()| BAD_INPUT.into()),
    }
}

/// What is written down on standard error: as text, or as JSON a line with one for each answer.
fn begin_log(json: bool) {
    let usual = if json {
        "info,sqlx=warn"
    } else {
        "info,sqlx=warn,request=warn"
    };
    let filter = tracing_subscriber::EnvFilter::try_from_default_env();
    let log = tracing_subscriber::fmt()
        .with_env_filter(filter.unwrap_or_else(|_| usual.into()))
        .with_writer(std::io::stderr);
    if json {
        log.json().init();
    } else {
        log.init();
    }
}

fn check() -> Result<ExitCode, Failure> {
    let config = Config::from_env()?;
    let found = actix_web::rt::System::new().block_on(crate::check::all(&config));
    for one in &found {
        println!("{}", one.line());
    }
    let wrong = found.iter().any(|f| matches!(f, Found::Wrong(_)));
    Ok(if wrong {
        ExitCode::FAILURE
    } else {
        ExitCode::SUCCESS
    })
}

fn serve() -> Result<ExitCode, Failure> {
    let config = Config::from_env()?;
    begin_log(config.json_log);
    actix_web::rt::System::new().block_on(crate::serve::serve(config))?;
    Ok(ExitCode::SUCCESS)
}

fn with_store(demo: bool) -> Result<ExitCode, Failure> {
    let url = database_url()?;
    actix_web::rt::System::new().block_on(async {
        let store = yarrowfen_store::Store::open(&url).await?;
        if demo {
            let loaded = crate::demo::load(&store, &Engine::new()?).await?;
            println!("{loaded} examples loaded");
        } else {
            println!("tables are up to date");
        }
        Ok(ExitCode::SUCCESS)
    })
}
