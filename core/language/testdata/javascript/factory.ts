const settings = ({ env }: Core.Shared.Parameters): Core.Server => ({
  host: env("GATE_HOST", "0.0.0.0"), // read: GATE_HOST optional fallback=0.0.0.0
  token: env("GATE_TOKEN")!, // read: GATE_TOKEN expected
});

export default settings;
