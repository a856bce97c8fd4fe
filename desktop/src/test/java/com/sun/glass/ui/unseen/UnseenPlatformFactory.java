package com.sun.glass.ui.unseen;

import com.sun.glass.ui.Application;
import com.sun.glass.ui.Pixels;
import com.sun.glass.ui.View;
import com.sun.glass.ui.headless.HeadlessApplication;
import com.sun.glass.ui.headless.HeadlessPlatformFactory;
import com.sun.glass.ui.headless.HeadlessView;

/// JavaFX's platform without a screen, but nothing is copied to that screen, pixel by pixel: no test looks at it,
/// and by the first compiler alone this is two fifths of the processor that tests of windows take. JavaFX finds it
/// by its name and package.
public final class UnseenPlatformFactory extends HeadlessPlatformFactory {
    @Override
    public Application createApplication() {
        return new HeadlessApplication() {
            @Override
            public View createView() {
                return new HeadlessView() {
                    @Override
                    protected void _uploadPixels(long view, Pixels pixels) {}
                };
            }
        };
    }
}
