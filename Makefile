# Two commands do everything: `make demo` to use it, `make test` to check it.
.PHONY: demo run test proofs check bench drills mutants screenshots prepare clean clean-data
export PORT SEED

demo run test proofs check bench drills mutants screenshots prepare:
	@exec python3 -m launch $@

# Installed packages and built files; data is kept.
clean:
	rm -rf .venv ui/node_modules ui/dist .ergamot/made

# The databases of demo, run and test. Stops nothing: stop them first.
clean-data:
	@printf 'This deletes every farm kept in .ergamot. Type yes to go on: ' && read answer && [ "$$answer" = yes ]
	rm -rf .ergamot/demo .ergamot/run .ergamot/test*
