<?php
namespace Gate;

function setting($name, $fallback = null)
{
    $value = \getenv($name);
    return $value === false ? $fallback : $value;
}

$a = \Gate\setting('GATE_A', 'north'); // read: GATE_A optional fallback=north
$b = namespace\setting('GATE_B'); // read: GATE_B optional
$c = \getenv('GATE_C') ?: 'c'; // read: GATE_C optional fallback=c
if (!\getenv('GATE_D')) { // read: GATE_D required
    throw new \RuntimeException('GATE_D is not set');
}
$dotenv = Dotenv\Dotenv::createImmutable(__DIR__);
$dotenv->required(['GATE_E', 'GATE_F'])->notEmpty(); // read: GATE_E required | GATE_F required
$dotenv->ifPresent('GATE_G')->isInteger(); // read: GATE_G optional integer
