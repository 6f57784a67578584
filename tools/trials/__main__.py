"""Run the trials: ``python -m tools.trials [broken|edits|kills|monkey] [NUMBER]``."""

import sys

from tools.trials import broken, edits, kills, monkey

TRIALS = {
    "broken": (broken.trial, 10_000),
    "edits": (edits.trial, 100_000),
    "kills": (kills.trial, 500),
    "monkey": (monkey.trial, 20_000),
}

chosen = [name for name in sys.argv[1:] if name in TRIALS] or list(TRIALS)
numbers = [int(word) for word in sys.argv[1:] if word.isdigit()]
for name in chosen:
    run, usual = TRIALS[name]
    print(run(numbers[0] if numbers else usual), flush=True)
