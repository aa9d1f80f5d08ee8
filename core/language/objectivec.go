package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/reads"
)

// objectiveReads are the ways in which Objective-C reads. Each member may as well be asked
// for by a message: [[NSProcessInfo processInfo] environment].
func objectiveReads() (list []reads.Idiom) {
	const environment = "NSProcessInfo.processInfo.environment"
	list = []reads.Idiom{{Access: environment + "[$name]"}, {Access: environment, Whole: true}}
	for _, method := range []string{"objectForKey", "valueForKey", "objectForKeyedSubscript"} {
		list = append(list, reads.Idiom{Access: environment + " " + method + ": $name"}, reads.Idiom{Access: environment + "." + method + "($name)"})
	}
	return list
}

// objectiveUses are what Objective-C makes of a text: of none, nothing or 0.
var objectiveUses = []reads.Idiom{
	{Access: `$read.integerValue()`, Kind: reads.Integer, Does: evaluate.Converts},
	{Access: `$read.intValue()`, Kind: reads.Integer, Does: evaluate.Converts},
	{Access: `$read.longLongValue()`, Kind: reads.Integer, Does: evaluate.Converts},
	{Access: `$read.integerValue`, Kind: reads.Integer, Does: evaluate.Converts},
	{Access: `$read.intValue`, Kind: reads.Integer, Does: evaluate.Converts},
	{Access: `$read.doubleValue()`, Kind: reads.Number, Does: evaluate.Converts},
	{Access: `$read.floatValue()`, Kind: reads.Number, Does: evaluate.Converts},
	{Access: `$read.doubleValue`, Kind: reads.Number, Does: evaluate.Converts},
	{Access: `$read.boolValue()`, Kind: reads.Boolean, Does: evaluate.Tests},
	{Access: `$read.boolValue`, Kind: reads.Boolean, Does: evaluate.Tests},
	{Access: `NSURL.URLWithString($read)`, Kind: reads.URL},
	{Access: `$read.componentsSeparatedByString($any)`, Kind: reads.List},
}
