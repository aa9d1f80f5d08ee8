<?php
$a = (int) ($_ENV['GATE_A'] ?? '2'); // read: GATE_A optional integer fallback=2
$b = (bool) (getenv('GATE_B') ?: true); // read: GATE_B optional boolean
$c = (float) getenv('GATE_C'); // read: GATE_C expected number
