# Starts Helvo. Sourced by the script of a checkout and by that of a package, which say where things are:
#   java       the program `java` to run with
#   modules    the folder of the window toolkit's modules; empty where the runtime has them
#   libraries  the folder of all other libraries
#   program    Helvo's own archive
#   home       the folder with the reference values, and in a package with everything
#   caches     the folder of the ahead-of-time caches, one for the window and one for commands: classes loaded and linked, with what a
#              training run learned of their code. One that is missing or does not fit is left aside without a word.

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
class_path+=$program${HELVO_MAIN_LIBRARIES:+:$HELVO_MAIN_LIBRARIES}

window_flags=(--add-modules javafx.controls "--enable-native-access=javafx.graphics,ALL-UNNAMED" -Xmx2g)
# The heap begins small, whatever the computer has, and one thread collects it. A picture that was drawn outlives what is young only
# where that has no room for it; memory that is free goes back.
window_flags+=(-XX:+UseSerialGC -Xms64m -XX:SurvivorRatio=3 -XX:MinHeapFreeRatio=10 -XX:MaxHeapFreeRatio=30 -XX:-ShrinkHeapInSteps)
# What the compiler and drawing leave free outside the heap goes back too: an open window keeps 6 to 9 MB less.
window_flags+=(-XX:TrimNativeHeapInterval=10000)
[ -z "$modules" ] || window_flags=(--module-path "$modules" "${window_flags[@]}")
# A command is over before threads that collect or compile beside it have paid for themselves.
command_flags=(-XX:+UseSerialGC -XX:MaxRAMPercentage=50)

# Runs what a kind of start typically does, and keeps what was learned. Says nothing. Without the second compiler, since with what is
# learned for it it would set to work in the first moments of each start, where nothing is done often enough to pay for that.
make_cache() {
  local kind=$1 folder
  shift
  folder=$(mktemp -d) || return 0
  env -u DISPLAY -u WAYLAND_DISPLAY timeout 120 "$java" "$@" -XX:TieredStopAtLevel=1 -XX:AOTCacheOutput="$caches/$kind.aot" -cp "$class_path" \
    "$([ "$kind" = window ] && echo helvo.desktop.app.WindowTrainingRun || echo helvo.cli.CommandTrainingRun)" "$folder" \
    >/dev/null 2>&1 </dev/null
  rm -rf "$folder"
}

make_caches() {
  mkdir -p "$caches"
  make_cache window "${window_flags[@]}" &
  make_cache commands "${command_flags[@]}"
  wait
}

launch() {
  local kind=window main=${HELVO_MAIN:-helvo.desktop.app.Program}
  local flags=("${window_flags[@]}")
  # One pool of native memory: with one for each thread, an open window keeps 4 MB more.
  export MALLOC_ARENA_MAX=1
  case ${1:-} in
    fit | check | curves | draw | sheet | report | apply | new | edit | show | batch | shapes | validate)
      kind=commands main=helvo.cli.Helvo flags=("${command_flags[@]}") ;;
  esac
  flags+=("-Dhelvo.home=$home")
  if [ -t 1 ]; then
    # Asks the terminal how wide it is, behind the next subshell.
    shopt -s checkwinsize
    (:)
    flags+=("-Dhelvo.columns=${COLUMNS:-80}")
  fi
  # https://no-color.org
  if [ -t 1 ] && [ -z "${NO_COLOR:-}" ] && [ "${TERM:-dumb}" != dumb ]; then
    flags+=(-Dhelvo.terminal=true)
  fi
  [ ! -f "$caches/$kind.aot" ] || flags+=("-XX:AOTCache=$caches/$kind.aot" '-Xlog:aot*=off' -Xlog:cds=off)
  exec "$java" "${flags[@]}" -cp "$class_path" "$main" "$@"
}
