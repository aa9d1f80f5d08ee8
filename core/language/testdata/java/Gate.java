package example.lockside;

import static java.lang.System.getenv;
import java.util.Map;

/* System.getenv("IN_A_COMMENT") */
class Gate {
    static final String KEY = "GATE_KEY";
    static final String TEXT = "System.getenv(\"IN_A_STRING\")";
    static final String BLOCK = """
        System.getenv("IN_A_BLOCK") "quoted" """;
    @Value("${GATE_PLACE:north}") String place; // read: GATE_PLACE optional fallback=north
    @Value("${gate.setting}") String setting;
    private final String url = System.getenv("GATE_URL"); // read: GATE_URL expected column=32

    void open() {
        String name = java.lang.System.getenv("GATE_QUALIFIED"); // read: GATE_QUALIFIED
        String key = System.getenv(KEY); // read: GATE_KEY
        String imported = getenv("GATE_IMPORTED"); // read: GATE_IMPORTED
        int port = Integer.parseInt(System.getenv("GATE_PORT")); // read: GATE_PORT integer
        String mode = System.getenv().getOrDefault("GATE_MODE", "auto"); // read: GATE_MODE optional fallback=auto
        String get = System.getenv().get("GATE_GET"); // read: GATE_GET
        if (System.getenv().containsKey("GATE_HAS")) { } // read: GATE_HAS optional
        Map<String, String> env = System.getenv();
        String viaMap = env.get("GATE_VIA_MAP"); // read: GATE_VIA_MAP
        String orElse = env.getOrDefault("GATE_OR", "x"); // read: GATE_OR fallback=x
        String token = System.getenv("GATE_TOKEN"); // read: GATE_TOKEN required
        if (token == null || token.isEmpty()) {
            throw new IllegalStateException("GATE_TOKEN is not set");
        }
        String ternary = System.getenv("GATE_TERNARY") != null ? System.getenv("GATE_TERNARY") : "t"; // read: GATE_TERNARY optional | GATE_TERNARY optional fallback=t
        String optional = Optional.ofNullable(System.getenv("GATE_OPTIONAL")).orElse("o"); // read: GATE_OPTIONAL fallback=o
        String need = Objects.requireNonNull(System.getenv("GATE_NEEDED")); // read: GATE_NEEDED required
        boolean debug = "true".equals(System.getenv("GATE_DEBUG")); // read: GATE_DEBUG
        boolean loud = Boolean.parseBoolean(System.getenv("GATE_LOUD")); // read: GATE_LOUD boolean
        String computed = System.getenv("GATE_" + name); // read: GATE_*
        String helped = env("GATE_HELPED", "h"); // read: GATE_HELPED fallback=h through=env
        for (String k : new String[] {"GATE_A", "GATE_B"}) {
            print(System.getenv(k)); // read: GATE_A | GATE_B
        }
        char quote = '"'; String after = System.getenv("GATE_AFTER_CHAR"); // read: GATE_AFTER_CHAR
    }

    static String env(String name, String fallback) {
        String value = System.getenv(name);
        return value != null ? value : fallback;
    }
}
