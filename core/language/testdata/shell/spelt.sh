#!/bin/bash
for key in HOST PORT; do
  name="GATE_A${key}_EXP"
  echo "${!name}" # read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
done
for key in host port; do
  name="GATE_B${key^^}_EXP"
  echo "${!name}" # read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
done
for i in 1 2; do name="GATE_N${i}_EXP"; echo "${!name}"; done # read: GATE_N1_EXP expected | GATE_N2_EXP expected
for i in {1..2}; do name="GATE_M${i}_EXP"; echo "${!name}"; done # read: GATE_M1_EXP expected | GATE_M2_EXP expected
for i in $(seq 1 2); do name="GATE_O${i}_EXP"; echo "${!name}"; done # read: GATE_O1_EXP expected | GATE_O2_EXP expected
for ((i = 1; i <= 2; i++)); do name="GATE_P${i}_EXP"; echo "${!name}"; done # read: GATE_P1_EXP expected | GATE_P2_EXP expected
k=OLD_GATE_Q_EXP; name="${k#OLD_}"; echo "${!name}" # read: GATE_Q_EXP expected
