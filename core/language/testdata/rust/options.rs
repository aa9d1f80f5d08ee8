#[derive(Parser)]
struct Options {
    #[arg(long, env = "GATE_URL")] // read: GATE_URL required
    url: String,
    #[arg(long, env = "GATE_LEVEL", default_value = "4")] // read: GATE_LEVEL optional fallback=4
    level: u32,
    #[clap(short, env)] // read: HORN optional
    pub horn: Option<String>,
    #[arg(long)]
    env: String,
}
