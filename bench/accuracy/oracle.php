<?php
// Lists the reads of environment variables with literal names that PHP's own
// tokenizer finds below a folder, one a line: file, line and name, separated
// by tabs. Constants are those that the file itself defines.

const SERVERS = '/^(HTTP_.*|REQUEST_.*|SERVER_.*|SCRIPT_.*|REMOTE_.*|PHP_SELF|PHP_AUTH_.*|QUERY_STRING|DOCUMENT_ROOT|DOCUMENT_URI|HTTPS|PATH_INFO|PATH_TRANSLATED|ORIG_.*|CONTENT_TYPE|CONTENT_LENGTH|GATEWAY_INTERFACE|argv|argc|AUTH_TYPE|REDIRECT_.*|UNIQUE_ID|URL|CONTEXT_.*|SSL_.*|FCGI_ROLE|USER|HOME)$/';

function text($token) { return is_array($token) ? $token[1] : $token; }

function literal($token) {
    if (!is_array($token) || $token[0] !== T_CONSTANT_ENCAPSED_STRING) return null;
    $body = substr($token[1], 1, -1);
    return $token[1][0] === "'" ? str_replace(["\\'", "\\\\"], ["'", "\\"], $body) : stripcslashes($body);
}

// isWrite tells whether the token behind a subscript assigns to it.
function isWrite(array $t, int $close, int $start): bool {
    if (text($t[$close + 1] ?? '') === '=') return true;
    for ($i = $start - 1; $i >= 0 && $i > $start - 40; $i--) {
        $x = text($t[$i]);
        if ($x === ';' || $x === '{' || $x === '}') return false;
        if (is_array($t[$i]) && $t[$i][0] === T_UNSET) return true;
    }
    return false;
}

function reads(array $t): array {
    $found = [];
    $n = count($t);
    for ($i = 0; $i < $n; $i++) {
        if (!is_array($t[$i])) continue;
        [$kind, $word, $line] = $t[$i];
        if ($kind === T_VARIABLE && ($word === '$_ENV' || $word === '$_SERVER') && text($t[$i + 1] ?? '') === '[') {
            $name = literal($t[$i + 2] ?? '');
            if ($name !== null && text($t[$i + 3] ?? '') === ']' && !isWrite($t, $i + 3, $i) && !($word === '$_SERVER' && preg_match(SERVERS, $name))) $found[] = [$line, $name];
        }
        if (($kind === T_STRING || $kind === T_NAME_FULLY_QUALIFIED) && text($t[$i + 1] ?? '') === '(') {
            $before = $i > 0 ? $t[$i - 1] : '';
            if (is_array($before) && in_array($before[0], [T_OBJECT_OPERATOR, T_NULLSAFE_OBJECT_OPERATOR, T_DOUBLE_COLON, T_FUNCTION, T_NEW])) continue;
            $function = strtolower(ltrim($word, '\\'));
            $name = literal($t[$i + 2] ?? '');
            $next = text($t[$i + 3] ?? '');
            if ($name !== null && in_array($function, ['getenv', 'env', 'apache_getenv']) && ($next === ')' || $next === ',')) $found[] = [$line, $name];
            if ($name !== null && $function === 'array_key_exists' && $next === ',' && in_array(text($t[$i + 4] ?? ''), ['$_ENV', '$_SERVER'])
                && !(text($t[$i + 4]) === '$_SERVER' && preg_match(SERVERS, $name))) $found[] = [$line, $name];
        }
    }
    return $found;
}

$root = rtrim($argv[1], '/');
$walk = new RecursiveIteratorIterator(new RecursiveDirectoryIterator($root, FilesystemIterator::SKIP_DOTS));
foreach ($walk as $file) {
    if (!$file->isFile() || $file->isLink() || !preg_match('/\.(php|phtml|php5|inc|phpt)$/', $file->getFilename()) || $file->getSize() > 4 << 20) continue;
    if (str_ends_with($file->getFilename(), '.blade.php')) continue;
    $relative = substr($file->getPathname(), strlen($root) + 1);
    try {
        $tokens = token_get_all(file_get_contents($file->getPathname()), TOKEN_PARSE);
    } catch (Throwable $e) {
        echo "$relative\t0\t?unparsed\n";
        continue;
    }
    $kept = array_values(array_filter($tokens, fn($x) => !is_array($x) || !in_array($x[0], [T_WHITESPACE, T_COMMENT, T_DOC_COMMENT])));
    foreach (reads($kept) as [$line, $name]) echo "$relative\t$line\t$name\n";
}
