const fastifyEnv = require("@fastify/env");

const schema = {
  type: "object",
  required: ["GATE_PORT"],
  properties: {
    GATE_PORT: { type: "number" }, // read: GATE_PORT required number
    GATE_HOST: { type: "string", default: "0.0.0.0" }, // read: GATE_HOST optional fallback=0.0.0.0
  },
};
const options = { confKey: "config", schema };
fastify.register(fastifyEnv, options);
