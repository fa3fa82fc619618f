package zephyrridge.server.demo;

/** The demo's jobs, told by the package that knows how jobs are changed. */
public interface DemoJobs {
    void load();
}
