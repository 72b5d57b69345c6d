#!/bin/sh
# Starts @TITLE@. Needs Java 17 or newer.
# Arguments are settings, such as --port=8443; --help lists them; the word config prints what is set.
# JAVA_OPTS has options for Java, such as -Xmx512m.
set -eu

self=$0
while [ -L "$self" ]; do
  target=$(readlink -- "$self")
  case $target in /*) self=$target ;; *) self=$(dirname -- "$self")/$target ;; esac
done
home=$(CDPATH= cd -- "$(dirname -- "$self")/.." && pwd)

if [ -n "${JAVA_HOME:-}" ] && [ -x "$JAVA_HOME/bin/java" ]; then java=$JAVA_HOME/bin/java; else java=$(command -v java || true); fi
if [ -z "$java" ]; then
  echo "There is no java here. Install Java 17 or newer, or set JAVA_HOME." >&2
  exit 1
fi

if [ -z "${CALM_ANCHOR_CONFIG:-}" ] && [ -f "$home/conf/calm-anchor.yaml" ]; then
  CALM_ANCHOR_CONFIG=$home/conf/calm-anchor.yaml
  export CALM_ANCHOR_CONFIG
fi

class_path=
for jar in @JARS@; do
  class_path=$class_path${class_path:+:}$home/lib/$jar
done

# A JVM starts faster with an archive of the classes that it will load. It is made in the background at the
# first start, for this version of Java; another JVM ignores it.
cache=${CACHE_DIRECTORY:-${XDG_CACHE_HOME:-${HOME:-/tmp}/.cache}/@NAME@}
release=$(dirname -- "$(readlink -f -- "$java")")/../release
archive=$cache/$( (cat "$release" 2>/dev/null; ls -l "$home/lib") | cksum | cut -d ' ' -f 1).jsa
if [ ! -f "$archive" ] && mkdir -p "$cache" 2>/dev/null && [ -w "$cache" ] && mkdir "$archive.lock" 2>/dev/null; then
  (
    "$java" -XX:ArchiveClassesAtExit="$archive.new" -Xlog:disable -Xlog:all=off \
      -cp "$class_path" @ARCHIVE@ </dev/null >/dev/null 2>&1 &&
      mv -f "$archive.new" "$archive"
    rmdir "$archive.lock"
  ) >/dev/null 2>&1 &
fi

# shellcheck disable=SC2086
exec "$java" -Xshare:auto -XX:SharedArchiveFile="$archive" -Xlog:disable -Xlog:all=error:stderr \
  ${JAVA_OPTS:-} -cp "$class_path" @MAIN@ "$@"
