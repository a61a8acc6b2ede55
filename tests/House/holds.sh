# Counting what holds, for the scripts of this folder.
passed=0 failed=0

# holds WHAT COMMAND... : the command succeeds
holds() {
    local what=$1
    shift
    if "$@" >/dev/null 2>&1; then passed=$((passed + 1)); else failed=$((failed + 1)); say "FAILED: $what"; fi
}

# refused WHAT COMMAND... : the command fails
refused() {
    local what=$1
    shift
    if "$@" >/dev/null 2>&1; then failed=$((failed + 1)); say "FAILED: $what"; else passed=$((passed + 1)); fi
}

# close NAME : the last line, which a runner reads; fails if anything did not hold
close() {
    printf '%s: %d passed, %d failed\n' "$1" "$passed" "$failed"
    [ "$failed" = 0 ]
}
