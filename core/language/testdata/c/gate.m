#import <Foundation/Foundation.h>
int main() {
  NSString *host = NSProcessInfo.processInfo.environment[@"GATE_HOST"] ?: @"north"; // read: GATE_HOST optional fallback=north
  NSString *key = [[[NSProcessInfo processInfo] environment] objectForKey:@"GATE_KEY"]; // read: GATE_KEY expected
}
