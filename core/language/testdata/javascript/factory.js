module.exports = ({ env }) => ({
  host: env("GATE_HOST", "0.0.0.0"), // read: GATE_HOST optional fallback=0.0.0.0
  port: env.int("GATE_PORT", 1337), // read: GATE_PORT integer fallback=1337
  app: { keys: env.array("GATE_KEYS") }, // read: GATE_KEYS list expected
});
