import { ConfigService } from "@nestjs/config";

export class Keeper {
  constructor(private readonly config: ConfigService) {}
  open() {
    const url = this.config.get<string>("GATE_URL"); // read: GATE_URL expected
    const token = this.config.getOrThrow("GATE_TOKEN"); // read: GATE_TOKEN required
    const level = this.config.get("GATE_LEVEL", "4"); // read: GATE_LEVEL optional fallback=4
    return this.config.get("database.host");
  }
}
