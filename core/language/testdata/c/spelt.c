#include <stdlib.h>
int main(void) {
  char name[64];
  sprintf(name, "GATE_%s_EXP", "A"); use(getenv(name)); // read: GATE_A_EXP expected
  strcpy(name, "GATE_B"); strcat(name, "_EXP"); use(getenv(name)); // read: GATE_B_EXP expected
  for (int i = 0; i < 2; i++) { snprintf(name, 64, "GATE_N%d_EXP", i); use(getenv(name)); } // read: GATE_N0_EXP expected | GATE_N1_EXP expected
  static const char *keys[] = { "HOST", "PORT" };
  for (size_t i = 0; i < 2; i++) { snprintf(name, sizeof(name), "GATE_C%s_EXP", keys[i]); use(getenv(name)); } // read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
  use(getenv("GATE_" "D" "_EXP")); // read: GATE_D_EXP expected
}
