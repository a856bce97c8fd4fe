# Starts Helvo. Sourced by the script of a checkout and by that of a package, which say where things are:
#   java       the program `java` to run with
#   modules    the folder of the window toolkit's modules; empty where the runtime has them
#   libraries  the folder of all other libraries
#   program    Helvo's own archive
#   caches     the folder of the ahead-of-time caches
# A cache holds the classes that a start needs, loaded and linked, and what was learned of their code. There is one for each kind of
# start; each is made by a training run. A start never fails for want of one.

# What --verbose counts from, in microseconds.
export HELVO_STARTED=${EPOCHREALTIME//[!0-9]/}

# Without UTF-8 the system gives a program no file names beyond ASCII.
case ${LC_ALL:-${LC_CTYPE:-${LANG:-}}} in
  *UTF-8 | *utf8 | *UTF8) ;;
  *) export LC_ALL=C.UTF-8 ;;
esac

class_path=
for jar in "$libraries"/*.jar; do
  class_path+=$jar:
done
class_path+=$program

window_flags=(--add-modules javafx.controls "--enable-native-access=javafx.graphics,ALL-UNNAMED" -XX:+UseParallelGC -Xms64m -Xmx2g)
# On two processors the second compiler took half of a window's start, most of it for the toolkit, which gains nothing by it: it is left
# what goes through many numbers. Of that file the machine would tell in each start, so that its own words are not shown.
compiler=${BASH_SOURCE[0]%/*}/compiler.json
[ ! -f "$compiler" ] || window_flags+=(-XX:+UnlockDiagnosticVMOptions -XX:-DisplayVMOutput "-XX:CompilerDirectivesFile=$compiler")
[ -z "$modules" ] || window_flags=(--module-path "$modules" "${window_flags[@]}")
# What ends soon is done before the second compiler has paid for itself, and the first need not hurry.
short_flags=(-XX:+UseSerialGC -XX:TieredStopAtLevel=1 -XX:CompileThresholdScaling=2 -XX:-UsePerfData -Xmx2g)
long_flags=(-XX:+UseParallelGC -Xms512m -XX:MaxRAMPercentage=50)
# One fit of a million rows ends before that, too, and has room for all that it makes.
single_flags=(-XX:+UseSerialGC -XX:TieredStopAtLevel=1 -XX:-UsePerfData -Xms512m -XX:NewSize=400m -XX:MaxRAMPercentage=50)

# The kind of a start by its first word: `commands`, `documents`, or `window` for all others.
kind_of() {
  case ${1:-} in
    fit | check | curves) echo commands ;;
    draw | report | apply) echo documents ;;
    *) echo window ;;
  esac
}

# Whether a file among the words is larger than so many kilobytes.
any_is_over() {
  local word size=$1
  shift
  for word in "$@"; do
    [ -f "$word" ] && [ -n "$(find "$word" -size "+${size}k" 2>/dev/null)" ] && return 0
  done
  return 1
}

# Rehearses one kind of start and keeps what was learned. Says nothing.
make_cache() {
  local kind=$1 made=$caches/$1.aot.$$ folder
  folder=$(mktemp -d) || return 0
  case $kind in
    window)
      env -u DISPLAY -u WAYLAND_DISPLAY timeout 120 "$java" "${window_flags[@]}" -XX:AOTCacheOutput="$made" -cp "$class_path" \
        helvo.desktop.app.WindowTrainingRun "$folder" ;;
    *) timeout 120 "$java" -XX:+UseSerialGC -XX:AOTCacheOutput="$made" -cp "$class_path" helvo.cli.CommandTrainingRun "$kind" "$folder" ;;
  esac >/dev/null 2>&1 </dev/null
  [ -s "$made" ] && mv -f "$made" "$caches/$kind.aot"
  rm -rf "$folder" "$made" "$made.config"
}

make_caches() {
  mkdir -p "$caches" 2>/dev/null && [ -w "$caches" ] || return 0
  # A second start does not make them a second time.
  find "$caches" -maxdepth 1 -name making -mmin +10 -exec rmdir {} + 2>/dev/null
  mkdir "$caches/making" 2>/dev/null || return 0
  # What a training run left that was cut off.
  rm -f "$caches"/*.aot.[0-9]*
  : >"$caches/tried"
  make_cache window &
  make_cache commands
  make_cache documents
  wait
  rmdir "$caches/making" 2>/dev/null
}

# While the person works already: only with time that nobody else wants.
make_caches_beside() {
  renice -n 19 "$BASHPID"
  make_caches
} >/dev/null 2>&1 </dev/null

# Whether the caches were made, or tried, of this very runtime and these archives.
are_caches_current() {
  [ -f "$caches/tried" ] && ! [ "$program" -nt "$caches/tried" ] && ! [ "$java" -nt "$caches/tried" ]
}

launch() {
  local kind cache flags
  kind=$(kind_of "$@")
  are_caches_current || (make_caches_beside &)
  if [ -n "${HELVO_MAIN:-}" ]; then
    # Another program over the same classes, as docs/make-screenshots has.
    exec "$java" "${window_flags[@]}" -cp "$class_path" "$HELVO_MAIN" "$@"
  fi
  cache=$caches/$kind.aot
  [ "$kind" != documents ] || [ -f "$cache" ] || cache=$caches/commands.aot
  # A cache that does not fit is left aside without a word.
  flags=("-XX:AOTCache=$cache" -Xlog:aot=off -Xlog:cds=off)
  [ -f "$cache" ] || flags=()
  if [ "$kind" = window ]; then
    # A small study gains nothing by the second compiler, which makes the first edits wait; a long table does. Without it the machine
    # would keep so little room for compiled code that it cleared the whole memory, in 0.1 to 0.2 s, while the first study is shown.
    any_is_over 1024 "$@" || flags+=(-XX:TieredStopAtLevel=1 -XX:ReservedCodeCacheSize=240m)
    exec "$java" "${flags[@]}" "${window_flags[@]}" -cp "$class_path" helvo.desktop.app.Program "$@"
  fi
  # Where the work takes longer than the start.
  if ! any_is_over 1024 "$@"; then
    flags+=("${short_flags[@]}")
  elif [ "$kind" = commands ] && [ "$1" != curves ] && ! any_is_over 65536 "$@"; then
    flags+=("${single_flags[@]}")
  else
    flags+=("${long_flags[@]}")
  fi
  exec "$java" "${flags[@]}" -cp "$class_path" helvo.cli.Helvo "$@"
}
