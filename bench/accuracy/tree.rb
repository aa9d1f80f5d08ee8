# Holds the trees of core/parse against Ruby's own: trees FOLDER .rb | tree.rb
require 'json'

KINDS = { 'function' => %i[DEFN DEFS], 'class' => %i[CLASS MODULE SCLASS], 'if' => %i[IF UNLESS], 'return' => %i[RETURN], 'switch' => %i[CASE CASE2 CASE3] }.freeze

found, missed, files = Hash.new(0), Hash.new(0), 0
$stdin.each_line do |line|
  one = JSON.parse(line)
  source = File.binread(one['file'])
  begin
    tree = RubyVM::AbstractSyntaxTree.parse(source.dup.force_encoding('UTF-8'))
  rescue SyntaxError, StandardError
    next
  end
  files += 1
  starts = [0]
  source.each_byte.with_index { |byte, n| starts << n + 1 if byte == 10 }
  theirs = Hash.new { |hash, kind| hash[kind] = Hash.new(0) }
  left = [tree]
  until left.empty?
    node = left.pop
    next left.concat(node) if node.is_a?(Array)
    next unless node.is_a?(RubyVM::AbstractSyntaxTree::Node)

    KINDS.each { |kind, types| theirs[kind][starts[node.first_lineno - 1] + node.first_column] += 1 if types.include?(node.type) }
    left.concat(node.children)
  end
  KINDS.each_key do |kind|
    ours = (one['nodes'][kind] || []).tally
    (one['nodes']['choice'] || []).each { |at| ours[at] = (ours[at] || 0) + 1 } if kind == 'if'
    theirs[kind].each do |at, count|
      found[kind] += count
      missed[kind] += [count - (ours[at] || 0), 0].max
    end
  end
end
puts "#{files} files; missed of found: #{KINDS.keys.map { |kind| "#{kind} #{missed[kind]} of #{found[kind]}" }.join(', ')}"
