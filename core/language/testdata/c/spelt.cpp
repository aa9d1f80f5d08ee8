#include <cstdlib>
#include <string>
int main() {
  for (int i = 1; i <= 2; i++) { std::string name = "GATE_N" + std::to_string(i) + "_EXP"; use(std::getenv(name.c_str())); } // read: GATE_N1_EXP expected | GATE_N2_EXP expected
  for (const auto& k : {"HOST", "PORT"}) { use(std::getenv((std::string("GATE_A") + k + "_EXP").c_str())); } // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
  std::string n("GATE_"); n += "B"; n.append("_EXP"); use(std::getenv(n.c_str())); // read: GATE_B_EXP expected
  use(std::getenv(std::format("GATE_{}_EXP", "C").c_str())); // read: GATE_C_EXP expected
  use(std::getenv(fmt::format("GATE_{}_EXP", "D").c_str())); // read: GATE_D_EXP expected
  char name[64]; snprintf(name, sizeof name, "GATE_%s_EXP", "E"); use(std::getenv(name)); // read: GATE_E_EXP expected
  std::string x = "xGATE_F_EXP"; use(std::getenv(x.substr(1).c_str())); // read: GATE_F_EXP expected
}
