package zephyrridge.server.evidence;

import java.security.Principal;
import java.time.Duration;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.web.Problem;

@RestController
class PhotoController {
    record PhotoKept(String id) {}

    private final Photos photos;
    private final Jobs jobs;

    PhotoController(Photos photos, Jobs jobs) {
        this.photos = photos;
        this.jobs = jobs;
    }

    /** Takes a picture's bytes; the change AddPhoto then makes it part of the job. */
    @PostMapping(
            path = "/api/jobs/{id}/photos",
            consumes = {MediaType.IMAGE_JPEG_VALUE, MediaType.IMAGE_PNG_VALUE})
    @ResponseStatus(HttpStatus.CREATED)
    PhotoKept keep(@PathVariable long id, @RequestBody byte[] picture, Principal who) {
        jobs.require(id, who.getName());
        return new PhotoKept(photos.keep(id, picture, who.getName()));
    }

    /** A picture of a job, as JPEG. */
    @GetMapping("/api/jobs/{id}/photos/{photo}")
    ResponseEntity<byte[]> photo(@PathVariable long id, @PathVariable String photo, Principal who) {
        jobs.require(id, who.getName());
        byte[] jpeg = photos.jpeg(id, photo).orElseThrow(() -> Problem.notFound("photo", photo));
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(jpeg);
    }
}
