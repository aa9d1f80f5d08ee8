import { defineConfig, loadEnv } from "vite";

export default defineConfig(({ mode }) => {
  const env = loadEnv(mode, ".", "");
  const port = Number(env.WEIR_PORT) || 5173; // read: WEIR_PORT optional number fallback=5173
  return { server: { port }, define: { __V__: env.WEIR_BUILD } }; // read: WEIR_BUILD
});
