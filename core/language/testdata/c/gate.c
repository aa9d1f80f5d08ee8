#include <stdlib.h>
/* getenv("IN_A_COMMENT") */
// getenv("IN_A_LINE") \
   getenv("STILL_A_COMMENT")
#define KEY "GATE_KEY"
static const char *text = "getenv(\"IN_A_STRING\")";
static const char *raw = R"x(getenv("IN_RAW") )" )x";

char *getenv(const char *name);

int main(void) {
    const char *url = getenv("GATE_URL"); // read: GATE_URL expected column=23
    const char *key = getenv(KEY); // read: GATE_KEY
    const char *adjacent = getenv("GATE_" "ADJACENT"); // read: GATE_ADJACENT
    int port = atoi(getenv("GATE_PORT")); // read: GATE_PORT integer
    const char *name = getenv("GATE_NAME"); // read: GATE_NAME optional fallback=north
    if (name == NULL)
        name = "north";
    const char *token = getenv("GATE_TOKEN"); // read: GATE_TOKEN required
    if (!token) {
        fprintf(stderr, "GATE_TOKEN is not set\n");
        exit(1);
    }
    if (getenv("GATE_DEBUG")) { } // read: GATE_DEBUG optional
    if (getenv("GATE_NULL") != NULL) { } // read: GATE_NULL optional
    const char *s = secure_getenv("GATE_SECURE"); // read: GATE_SECURE
    const char *t = getenv("GATE_T") ? getenv("GATE_T") : "t"; // read: GATE_T optional | GATE_T optional fallback=t
    char *p;
    if ((p = getenv("GATE_ASSIGNED")) != NULL) { } // read: GATE_ASSIGNED
    char c = '"'; const char *after = getenv("GATE_AFTER"); // read: GATE_AFTER
    std::string cpp = std::getenv("GATE_CPP"); // read: GATE_CPP
    const char *names[] = {"GATE_A", "GATE_B"};
    const char *h = setting("GATE_HELPED", "h"); // read: GATE_HELPED fallback=h through=setting
    setenv("WRITTEN", "x", 1);
}

const char *setting(const char *name, const char *fallback) {
    const char *value = getenv(name);
    return value ? value : fallback;
}
