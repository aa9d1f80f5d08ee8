# Lists the reads of environment variables with literal names that Ruby's own
# parser finds below a folder, one a line: file, line and name, separated by
# tabs.
require "ripper"

METHODS = %w[fetch key? has_key? include? member? dig values_at slice assoc []].freeze

def literal(node)
  return unless node.is_a?(Array) && node[0] == :string_literal
  content = node[1]
  return unless content[0] == :string_content
  parts = content[1..]
  return "" if parts.empty?
  parts[0][1] if parts.size == 1 && parts[0][0] == :@tstring_content
end

def line_of(node)
  return unless node.is_a?(Array)
  return node[2][0] if node[0].is_a?(Symbol) && node[0].to_s.start_with?("@")
  node.each { |n| l = line_of(n) and return l }
  nil
end

def env?(node)
  return false unless node.is_a?(Array)
  node = node[1] if %i[var_ref top_const_ref].include?(node[0])
  node.is_a?(Array) && node[0] == :@const && node[1] == "ENV"
end

def arguments(node)
  return [] unless node.is_a?(Array)
  case node[0]
  when :arg_paren then arguments(node[1])
  when :args_add_block then node[1].is_a?(Array) ? node[1] : []
  else node
  end
end

def visit(node, found)
  return unless node.is_a?(Array)
  case node[0]
  when :assign
    if node[1].is_a?(Array) && node[1][0] == :aref_field && env?(node[1][1])
      visit(node[2], found)
      return
    end
  when :opassign
    target = node[1]
    if target.is_a?(Array) && target[0] == :aref_field && env?(target[1])
      name = literal(arguments(target[2])[0])
      found << [line_of(target[1]), name] if name && !name.empty?
    end
  when :aref
    if env?(node[1])
      name = literal(arguments(node[2])[0])
      found << [line_of(node[1]), name] if name && !name.empty?
    end
  when :method_add_arg
    call = node[1]
    if call.is_a?(Array) && call[0] == :call && env?(call[1]) && call[3].is_a?(Array) && METHODS.include?(call[3][1])
      list = arguments(node[2])
      list = list.take(1) unless %w[values_at slice].include?(call[3][1])
      list.each { |a| n = literal(a) and found << [line_of(call[1]), n] }
    end
  when :command_call
    if env?(node[1]) && METHODS.include?(node[3][1])
      n = literal(arguments(node[4])[0]) and found << [line_of(node[1]), n]
    end
  end
  node.each { |n| visit(n, found) }
end

root = ARGV[0].chomp("/")
Dir.glob("#{root}/**/*", File::FNM_DOTMATCH).sort.each do |file|
  next unless File.file?(file) && !File.symlink?(file) && file =~ /\.(rb|rake|gemspec|ru|thor)\z|\/(Rakefile|Gemfile)\z/
  next if File.size(file) > 4 << 20
  relative = file[(root.size + 1)..]
  source = File.binread(file).force_encoding("UTF-8")
  tree = Ripper.sexp(source) rescue nil
  if tree.nil?
    puts "#{relative}\t0\t?unparsed"
    next
  end
  found = []
  visit(tree, found)
  found.each { |line, name| puts "#{relative}\t#{line}\t#{name}" }
end
