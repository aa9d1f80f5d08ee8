#include <optional>
namespace gate {
std::optional<std::string> env(const char* name) {
  if (const char* v = std::getenv(name); v && *v) return std::string{v};
  return std::nullopt;
}
template <typename T>
T env_or(std::string_view name, T fallback) {
  const char* v = std::getenv(std::string(name).c_str());
  if (v == nullptr) return fallback;
  return static_cast<T>(std::stol(v));
}
}
int main() {
  auto host = gate::env("GATE_HOST").value_or("north"); // read: GATE_HOST optional fallback=north
  auto port = gate::env_or<int>("GATE_PORT", 8080); // read: GATE_PORT optional integer fallback=8080
  auto zone = getenv("GATE_ZONE") ?: "z"; // read: GATE_ZONE optional fallback=z
  auto theme = QProcessEnvironment::systemEnvironment().value("GATE_THEME", "dark"); // read: GATE_THEME optional fallback=dark
}
