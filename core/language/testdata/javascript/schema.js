const env = clean(process.env, { // read: *
  GATE_URL: url(), // read: GATE_URL required url
  GATE_PORT: port({ default: 8080 }), // read: GATE_PORT optional fallback=8080
});
const schema = z.object({
  GATE_NAME: z.string(), // read: GATE_NAME required
  GATE_MODE: z.string().default("auto"), // read: GATE_MODE optional fallback=auto
  GATE_KEEPER: z.string().optional(), // read: GATE_KEEPER optional
});
schema.parse(process.env); // read: *
