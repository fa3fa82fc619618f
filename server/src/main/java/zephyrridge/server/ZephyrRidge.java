package zephyrridge.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

/** Starts the application. */
@SpringBootApplication
public class ZephyrRidge {
    public static void main(String[] args) {
        SpringApplication.run(ZephyrRidge.class, args);
    }
}
