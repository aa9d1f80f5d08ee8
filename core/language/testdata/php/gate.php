<html>getenv('IN_HTML')</html>
<?php
// getenv('IN_A_COMMENT') ?> getenv('STILL_HTML') <?php
# getenv('IN_HASH')
/* getenv('IN_A_BLOCK') */
const KEY = 'GATE_KEY';
$text = 'getenv("IN_A_STRING")';
$url = getenv('GATE_URL'); // read: GATE_URL expected column=8
$root = \getenv("GATE_ROOT"); // read: GATE_ROOT
$upper = GetEnv('GATE_CASE'); // read: GATE_CASE
$name = getenv('GATE_NAME') ?: 'north'; // read: GATE_NAME optional fallback=north
$env = $_ENV['GATE_ENV'] ?? 'e'; // read: GATE_ENV optional fallback=e
$server = $_SERVER['GATE_SERVER']; // read: GATE_SERVER
$host = $_SERVER['HTTP_HOST'] . $_SERVER['REQUEST_URI'];
$helper = env('GATE_HELPER', 'h'); // read: GATE_HELPER optional fallback=h
$port = (int) getenv('GATE_PORT'); // read: GATE_PORT integer
$int = intval($_ENV['GATE_INT'] ?? 3); // read: GATE_INT integer fallback=3
if (isset($_ENV['GATE_SET'])) { } // read: GATE_SET optional
if (!empty($_SERVER['GATE_EMPTY'])) { } // read: GATE_EMPTY optional
if (array_key_exists('GATE_EXISTS', $_ENV)) { } // read: GATE_EXISTS optional
$_ENV['WRITTEN'] = 'w';
putenv('WRITTEN=x');
unset($_ENV['UNSET'], $_SERVER['UNSET_TOO']);
$key = getenv(KEY); // read: GATE_KEY
$inside = "at {$_ENV['GATE_IN_TEXT']} $url"; // read: GATE_IN_TEXT
$computed = getenv("GATE_{$name}_URL"); // read: GATE_*_URL
$joined = getenv('GATE_' . 'JOINED'); // read: GATE_JOINED
$heredoc = <<<TEXT
  {$_ENV['GATE_IN_HEREDOC']} read: GATE_IN_HEREDOC
  getenv('PLAIN_IN_HEREDOC')
  TEXT . getenv('GATE_AFTER_HEREDOC'); // read: GATE_AFTER_HEREDOC
$nowdoc = <<<'RAW'
{$_ENV['IN_NOWDOC']}
RAW;
$token = getenv('GATE_TOKEN'); // read: GATE_TOKEN required
if ($token === false) {
    throw new RuntimeException('GATE_TOKEN is not set');
}
$must = $_ENV['GATE_MUST'] ?? throw new Exception('GATE_MUST'); // read: GATE_MUST required
$debug = getenv('GATE_DEBUG') === 'true'; // read: GATE_DEBUG boolean literals=true
foreach (['GATE_A', 'GATE_B'] as $k) { echo getenv($k); } // read: GATE_A | GATE_B
function setting($name, $fallback = null) {
    $value = getenv($name);
    return $value === false ? $fallback : $value;
}
echo setting('GATE_HELPED', 'h'); // read: GATE_HELPED fallback=h through=setting
class Keys {
    const TOKEN = 'GATE_CONST';
    public function load() { return getenv(self::TOKEN) . getenv(Keys::TOKEN); } // read: GATE_CONST | GATE_CONST
}
?>
<b><?= getenv('GATE_ECHOED') ?></b> <?php // read: GATE_ECHOED
