import 'dart:io';

/* /* nested */ Platform.environment['IN_A_COMMENT'] */
const key = 'GATE_KEY';
final text = "Platform.environment['IN_A_STRING']";
final raw = r"Platform.environment['IN_RAW'] \";
final url = Platform.environment['GATE_URL']; // read: GATE_URL expected column=13
final name = Platform.environment['GATE_NAME'] ?? 'north'; // read: GATE_NAME fallback=north
final forced = Platform.environment['GATE_FORCED']!; // read: GATE_FORCED required
final byKey = Platform.environment[key]; // read: GATE_KEY
final has = Platform.environment.containsKey('GATE_HAS'); // read: GATE_HAS optional
const flag = String.fromEnvironment('GATE_FLAG'); // read: GATE_FLAG
const mode = String.fromEnvironment('GATE_MODE', defaultValue: 'auto'); // read: GATE_MODE fallback=auto
const limit = int.fromEnvironment('GATE_LIMIT', defaultValue: 3); // read: GATE_LIMIT integer fallback=3
const debug = bool.fromEnvironment('GATE_DEBUG'); // read: GATE_DEBUG optional boolean
const hasIt = bool.hasEnvironment('GATE_HAS_IT'); // read: GATE_HAS_IT optional
final inText = "at ${Platform.environment['GATE_IN_TEXT']} $url \${x}"; // read: GATE_IN_TEXT
final env = Platform.environment;
final aliased = env['GATE_ALIASED']; // read: GATE_ALIASED
final computed = env['GATE_${name}_URL']; // read: GATE_*_URL
final port = int.parse(env['GATE_PORT'] ?? '8080'); // read: GATE_PORT integer fallback=8080
final multi = '''
${env['GATE_MULTI']} read: GATE_MULTI
''';
String setting(String name, String fallback) => Platform.environment[name] ?? fallback;
final helped = setting('GATE_HELPED', 'h'); // read: GATE_HELPED fallback=h through=setting
void main() {
  final token = Platform.environment['GATE_TOKEN']; // read: GATE_TOKEN required
  if (token == null) {
    throw StateError('GATE_TOKEN');
  }
}
