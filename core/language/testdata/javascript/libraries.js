import { GATE_TOKEN, GATE_URL as url } from "$env/static/private"; // read: GATE_TOKEN required | GATE_URL required
import { env as dynamic } from "$env/dynamic/private";
import env from "env-var";
import { Option } from "commander";
import convict from "convict";

const port = env.get("GATE_PORT").default(8080).asPortNumber(); // read: GATE_PORT optional integer fallback=8080
const key = env.get("GATE_KEY").required().asString(); // read: GATE_KEY required
const name = dynamic.GATE_NAME; // read: GATE_NAME expected
const option = new Option("--gate").env("GATE_OPTION"); // read: GATE_OPTION optional
const settings = convict({
  level: { format: "int", default: 4, env: "GATE_LEVEL" }, // read: GATE_LEVEL optional
});
class Keeper {
  constructor(configService /* ConfigService */) {
    this.a = configService.get("GATE_A"); // read:
    this.b = other.get("GATE_B");
  }
}
const counted = parseInt(process.env.GATE_COUNTED ?? "", 10); // read: GATE_COUNTED optional integer fallback=4
const count = Number.isNaN(counted) ? 4 : counted;
