"""./amber bench: how fast it is. AMBER_DATABASE_URL names a set-up to make a database in."""

from launch.bench.browser import bench_drag, bench_first_load
from launch.bench.endpoints import (
    bench_evaluate,
    bench_lists,
    bench_photographs,
    bench_worst_requests,
    bench_years,
)
from launch.bench.kitchen import kitchen
from launch.bench.probes import bench_probes
from launch.bench.rules import (
    bench_core,
    bench_fold,
    bench_forecast,
    bench_solvers,
    bench_worst_cases,
)

if __name__ == "__main__":
    bench_core()
    bench_fold()
    bench_solvers()
    bench_forecast()
    bench_worst_cases()
    with kitchen() as measured:
        bench_evaluate(measured)
        bench_first_load(measured)
        bench_drag(measured)
        bench_lists(measured)
        bench_probes(measured)
        bench_photographs(measured)
        bench_worst_requests(measured)
    # Ten years of one kitchen, and not of a list's four hundred jugs beside them.
    with kitchen() as measured:
        bench_years(measured)
