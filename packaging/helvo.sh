#!/usr/bin/env bash
# Starts Helvo from the folder that it was unpacked or installed into.
home=$(dirname "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")")
java=$home/lib/runtime/bin/java modules='' libraries=$home/lib/libraries program=$home/lib/helvo.jar caches=$home/lib/caches
. "$home/lib/launch.sh"
launch "$@"
